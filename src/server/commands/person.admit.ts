import { Refusal } from '@/core/refusal';
import { hashSecret } from '../sessions/passwords';
import { handle } from './handler';
import type { Row } from '../tables';

export const personAdmit = handle('person.admit', {
  async run(ctx, { personId, password, pin }) {
    const row = await ctx.tx.row<Row<'person', 'name' | 'active'>>(
      'SELECT name, active FROM person WHERE id = ?',
      [personId],
    );
    if (!row || row.active)
      throw new Refusal('no-person', 'There is nobody of that id to let in.', 'personId');
    const taken = await ctx.tx.row('SELECT id FROM person WHERE name = ? AND active', [row.name]);
    if (taken) throw new Refusal('taken', `Another ${row.name} works here already.`, 'personId');
    await ctx.tx.run('UPDATE person SET active = TRUE, password_hash = ?, pin_hash = ? WHERE id = ?', [
      await hashSecret(password),
      await hashSecret(pin),
      personId,
    ]);
    await ctx.appendShop('person let in', personId, {});
    return {};
  },
});
