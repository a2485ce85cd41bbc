import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { STOP_REASONS, type StopReason } from '@/core/ledger/entries';
import { type CommandContext, type LockedOrder, command } from './command';

/** Closes a person's open clock on whatever order it runs. @returns whether there was one */
export async function closeOpenClock(
  ctx: CommandContext,
  personId: string,
  reason: StopReason,
): Promise<boolean> {
  const open = await ctx.tx.rows<{ clock_id: string; order_id: string }>(
    'SELECT clock_id, order_id FROM clock_now WHERE person_id = ? AND to_at IS NULL FOR UPDATE',
    [personId],
  );
  for (const clock of open) {
    await ctx.append(clock.order_id, {
      kind: 'clock.off',
      data: { clockId: clock.clock_id, personId, reason },
    });
  }
  return open.length > 0;
}

/** An order that ends stops the clocks that run on it, whoever's they are, and no others. */
export async function closeClocksOf(ctx: CommandContext, order: LockedOrder): Promise<void> {
  for (const { clockId, personId } of order.state.clocks.filter((clock) => clock.to === null))
    await ctx.append(order.id, { kind: 'clock.off', data: { clockId, personId, reason: 'done' } });
}

/** Stops one's own clock and says why. */
export const clockOff = command({
  name: 'clock.off',
  who: ['tech', 'advisor'],
  input: Joi.object<{ reason: StopReason }>({ reason: Joi.valid(...STOP_REASONS).required() }),
  async run(ctx, { reason }) {
    const stopped = await closeOpenClock(ctx, ctx.person.id, reason);
    if (!stopped) throw new Refusal('no-clock', 'Your clock is not running.', 'reason');
    return {};
  },
});
