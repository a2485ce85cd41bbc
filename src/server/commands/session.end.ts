import { Refusal } from '@/core/refusal';
import { holdsRole } from '@/core/ledger/roles';
import { now } from '../clock';
import { endKeys } from '../outbox/keys';
import { handle } from './handler';
import type { Row } from '../tables';

/** No move of that person from that device counts any more: what still arrives is a task. */
const NONE = -1;

export const sessionEnd = handle('session.end', {
  async run(ctx, { session }) {
    const row = await ctx.tx.row<Row<'session', 'person_id' | 'device_id'>>(
      'SELECT person_id, device_id FROM session WHERE id_hash = ? AND ended_at IS NULL',
      [session],
    );
    if (!row) throw new Refusal('no-session', 'This session has ended already.', 'session');
    if (row.person_id !== ctx.person.id && !holdsRole(ctx.person.roles, ['owner']))
      throw new Refusal('not-yours', 'Only the owner ends somebody else’s session.', 'session');
    await ctx.tx.run('UPDATE session SET ended_at = ? WHERE id_hash = ?', [now(), session]);
    await endKeys(ctx.tx, row.person_id, NONE, row.device_id);
    await ctx.appendShop('session ended', row.person_id, {});
    return {};
  },
});

export const deviceName = handle('device.name', {
  async run(ctx, { deviceId, name }) {
    const done = await ctx.tx.run('UPDATE device SET name = ? WHERE id = ?', [name, deviceId]);
    if (!done.affectedRows) throw new Refusal('no-device', 'There is no such device.', 'deviceId');
    await ctx.appendShop('device named', deviceId, { name });
    return {};
  },
});
