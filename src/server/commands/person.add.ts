import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { hashSecret } from '../sessions/passwords';
import { handle } from './handler';

export const personAdd = handle('person.add', {
  async run(ctx, input) {
    if (await ctx.tx.row('SELECT id FROM person WHERE name = ? AND active', [input.name])) {
      throw new Refusal('taken', 'Somebody of this name is in the crew already.', 'name');
    }
    const personId = randomUUID();
    await ctx.tx.run(
      'INSERT INTO person (id, name, roles, password_hash, pin_hash, length_unit, torque_unit) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [
        personId,
        input.name,
        JSON.stringify(input.roles),
        await hashSecret(input.password),
        await hashSecret(input.pin),
        input.lengthUnit,
        input.torqueUnit,
      ],
    );
    await ctx.appendShop('person', personId, { roles: input.roles });
    return { personId };
  },
});
