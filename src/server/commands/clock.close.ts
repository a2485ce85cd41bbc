import { Refusal } from '@/core/refusal';
import { handle } from './handler';
import type { Row } from '../tables';

export const clockClose = handle('clock.close', {
  async run(ctx, { clockId, endedAt, reason: why }) {
    const clock = await ctx.tx.row<Row<'clock_now', 'order_id' | 'person_id' | 'from_at' | 'to_at'>>(
      'SELECT order_id, person_id, from_at, to_at FROM clock_now WHERE clock_id = ?',
      [clockId],
    );
    if (!clock || clock.to_at) throw new Refusal('no-clock', 'That clock is not running.', 'clockId');
    const ended = new Date(endedAt);
    if (ended < clock.from_at || ended > ctx.receivedAt)
      throw new Refusal('out-of-span', 'It stopped between when it began and now.', 'endedAt');
    await ctx.append(clock.order_id, {
      kind: 'clock.off',
      data: {
        clockId,
        personId: clock.person_id,
        reason: 'day end',
        endedAt: ended.toISOString(),
        leadId: ctx.person.id,
        why,
      },
    });
    return {};
  },
});
