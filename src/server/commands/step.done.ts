import Joi from 'joi';
import { stepDoneMove } from '@/core/moves/step-done';
import { command } from './command';
import { id, text } from './fields';

/** Records a step as done, when the car as it stands allows it. */
export const stepDone = command({
  name: 'step.done',
  who: ['tech'],
  input: Joi.object<{ orderId: string; stepId: string; measured: string; note: string }>({
    orderId: id().required(),
    stepId: Joi.string().max(80).required(),
    measured: text(200),
    note: text(500),
  }),
  async run(ctx, { orderId, stepId, measured, note }) {
    const order = await ctx.runningOrder(orderId);
    const [entry] = await ctx.append(order.id, ...stepDoneMove(order, { stepId, measured, note }, ctx.mover));
    return { entryId: entry!.id };
  },
});
