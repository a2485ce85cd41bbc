import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { Db } from '../database';
import { command } from './command';
import { closeOpenClock } from './clock.off';
import { id } from './fields';

interface ClockInput {
  orderId: string;
  stepId: string | null;
  /** Somebody else whose clock is moved here as a helper; one's own when absent. */
  helperId: string | null;
}

/** Has this person a clock that began, or still ran, after a moment? */
const clockedLater = (tx: Db, personId: string, at: Date) =>
  tx.row('SELECT clock_id FROM clock_now WHERE person_id = ? AND (from_at > ? OR to_at > ?) LIMIT 1', [
    personId,
    at,
    at,
  ]);

/**
 * Starts a clock on a job; one that runs on another job is closed by it, since a person has one clock. A helper called
 * over goes back to that job afterwards.
 */
export const clockOn = command({
  name: 'clock.on',
  who: ['tech', 'advisor'],
  input: Joi.object<ClockInput>({
    orderId: id().required(),
    stepId: Joi.string().max(80).allow(null).default(null),
    helperId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, stepId, helperId }) {
    const order = await ctx.openOrder(orderId);
    if (helperId && !(await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active', [helperId])))
      throw new Refusal('no-person', 'Nobody of the crew.', 'helperId');
    const personId = helperId ?? ctx.person.id;
    const before = await ctx.tx.row<{ order_id: string; step_id: string | null }>(
      'SELECT order_id, step_id FROM clock_now WHERE person_id = ? AND to_at IS NULL',
      [personId],
    );
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
    } else await closeOpenClock(ctx, personId, 'another job');
    await ctx.append(order.id, {
      kind: 'clock.on',
      data: {
        clockId: ctx.commandId,
        personId,
        stepId,
        ...(helperId
          ? { helper: true, backTo: before ? { orderId: before.order_id, stepId: before.step_id } : null }
          : {}),
      },
    });
    return { clockId: ctx.commandId };
  },
});
