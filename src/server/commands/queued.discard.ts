import Joi from 'joi';
import { OFFLINE_COMMANDS } from '@/core/moves/offline';
import { command } from './command';
import { id, line } from './fields';

interface DiscardInput {
  orderId: string;
  /** What had been queued, and when it was done by its tablet. */
  name: string;
  words: string;
  at: string;
}

/** A move that a tablet had queued and the shop refused for good is thrown away there: somebody looks at the car. */
export const queuedDiscard = command({
  name: 'queued.discard',
  who: ['tech'],
  input: Joi.object<DiscardInput>({
    orderId: id().required(),
    name: Joi.valid(...OFFLINE_COMMANDS).required(),
    words: line(400).required(),
    at: Joi.string().isoDate().required(),
  }),
  async run(ctx, { orderId, name, words, at }) {
    const order = await ctx.order(orderId);
    await ctx.append(order.id, {
      kind: 'task',
      data: {
        taskId: `discarded ${ctx.commandId}`,
        about: 'refused',
        words: `${ctx.person.name} threw away on a tablet what could not be taken: ${words}. Look at the car.`,
        move: { name, input: {}, at, personId: ctx.person.id },
      },
    });
    return {};
  },
});
