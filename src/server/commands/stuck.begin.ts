import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { placedName } from '@/core/procedure/engine';
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
    const fastener = order.document.fasteners.find((candidate) => candidate.id === fastenerId);
    if (!fastener) throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
    if (order.state.stuck.some(({ entry, end }) => end === null && entry.data.fastenerId === fastenerId))
      throw new Refusal('stuck-already', `${placedName(fastener)} is down as stuck already.`, 'fastenerId');
    if (photoId) await mustHavePhoto(ctx.tx, photoId);
    await ctx.append(order.id, {
      kind: 'stuck',
      data: { stuckId: ctx.commandId, fastenerId, place: fastener.place, what, photoId },
    });
    return { stuckId: ctx.commandId };
  },
});
