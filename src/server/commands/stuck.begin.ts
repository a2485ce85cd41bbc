import Joi from 'joi';
import { stuckMove } from '@/core/moves/noted';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id } from './fields';

interface StuckInput {
  orderId: string;
  fastenerId: string;
  what: 'seized' | 'sheared' | 'stripped';
  photoId: string | null;
}

/** One tap on a fastener that will not come: its time counts by this reason until it is loose. */
export const stuckBegin = command({
  name: 'stuck.begin',
  who: ['tech'],
  input: Joi.object<StuckInput>({
    orderId: id().required(),
    fastenerId: Joi.string().max(80).required(),
    what: Joi.valid('seized', 'sheared', 'stripped').default('seized'),
    photoId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, fastenerId, what, photoId }) {
    const order = await ctx.runningOrder(orderId);
    const moves = stuckMove(order, { fastenerId, what, photoId }, ctx.mover);
    if (photoId) await mustHavePhoto(ctx.tx, photoId);
    await ctx.append(order.id, ...moves);
    return { stuckId: ctx.commandId };
  },
});
