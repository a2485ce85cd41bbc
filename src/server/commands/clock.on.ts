import { Refusal } from '@/core/refusal';
import type { Db } from '../database';
import { closeClocksElsewhere, openClocks } from './clock.off';
import { handle } from './handler';

/** Has this person a clock that began, or still ran, after a moment? */
const clockedLater = (tx: Db, personId: string, at: Date) =>
  tx.row('SELECT clock_id FROM clock_now WHERE person_id = ? AND (from_at > ? OR to_at > ?) LIMIT 1', [
    personId,
    at,
    at,
  ]);

export const clockOn = handle('clock.on', {
  async run(ctx, input) {
    const { orderId, helperId } = input;
    const order = await ctx.openOrder(orderId);
    if (helperId && !(await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active', [helperId])))
      throw new Refusal('no-person', 'Nobody of the crew.', 'helperId');
    const personId = helperId ?? ctx.person.id;
    const [before] = await openClocks(ctx, personId);
    if (helperId && before?.order_id === orderId)
      throw new Refusal('here-already', 'Their clock runs on this job already.', 'helperId');
    const later = ctx.queued && (await clockedLater(ctx.tx, personId, ctx.at));
    // A clock that was started elsewhere after this one is kept as it runs: the two lie over each other.
    if (later) {
      await ctx.append(order.id, {
        kind: 'task',
        data: {
          taskId: `overlap ${ctx.commandId}`,
          about: 'overlap',
          words: `${ctx.person.name}’s clock was started here without network while it ran elsewhere: say which counts.`,
          move: null,
        },
      });
    } else await closeClocksElsewhere(ctx, personId, 'another job', orderId);
    const backTo = before ? { orderId: before.order_id, stepId: before.step_id } : null;
    const made = ctx.judge('clock.on', order, input, { backTo, overlaps: Boolean(later) });
    return ctx.keep(order, made);
  },
});
