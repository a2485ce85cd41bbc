import { Refusal } from '@/core/refusal';
import type { StopReason } from '@/core/ledger/kinds/noted';
import type { CommandContext, LockedOrder } from './context';
import { handle } from './handler';
import type { Row } from '../tables';

/** A person's open clocks, on whatever orders they run. */
export const openClocks = (ctx: CommandContext, personId: string) =>
  ctx.tx.rows<Row<'clock_now', 'clock_id' | 'order_id' | 'step_id'>>(
    'SELECT clock_id, order_id, step_id FROM clock_now WHERE person_id = ? AND to_at IS NULL FOR UPDATE',
    [personId],
  );

/** Closes a person's open clocks, but for those of one order. */
export async function closeClocksElsewhere(
  ctx: CommandContext,
  personId: string,
  reason: StopReason,
  but: string | null,
): Promise<void> {
  for (const clock of await openClocks(ctx, personId))
    if (clock.order_id !== but)
      await ctx.append(clock.order_id, {
        kind: 'clock.off',
        data: { clockId: clock.clock_id, personId, reason },
      });
}

/** An order that ends stops the clocks that run on it, whoever's they are, and no others. */
export async function closeClocksOf(ctx: CommandContext, order: LockedOrder): Promise<void> {
  for (const { clockId, personId } of order.state.clocks.filter((clock) => clock.to === null))
    await ctx.append(order.id, { kind: 'clock.off', data: { clockId, personId, reason: 'done' } });
}

export const clockOff = handle('clock.off', {
  async run(ctx, input) {
    const [running] = await openClocks(ctx, ctx.person.id);
    if (!running) throw new Refusal('no-clock', 'Your clock is not running.', 'reason');
    const order = await ctx.order(running.order_id);
    const answer = await ctx.keep(order, ctx.judge('clock.off', order, input));
    // One that was started without network may run beside it, on another car.
    await closeClocksElsewhere(ctx, ctx.person.id, input.reason, order.id);
    return answer;
  },
});
