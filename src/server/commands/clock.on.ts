import Joi from 'joi';
import { command } from './command';
import { id } from './fields';
import { closeOpenClock } from './clock.off';

/** Starts one's own clock on a job; a clock running on another job is closed by it. */
export const clockOn = command({
  name: 'clock.on',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; stepId: string | null }>({
    orderId: id().required(),
    stepId: Joi.string().max(80).allow(null).default(null),
  }),
  async run(ctx, { orderId, stepId }) {
    const order = await ctx.openOrder(orderId);
    await closeOpenClock(ctx, ctx.person.id, 'another job');
    await ctx.append(order.id, {
      kind: 'clock.on',
      data: { clockId: ctx.commandId, personId: ctx.person.id, stepId },
    });
    return { clockId: ctx.commandId };
  },
});
