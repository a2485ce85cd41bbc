import Joi from 'joi';
import { command } from './command';
import { id } from './fields';
import { takePlace } from './take-place';

/** Says on which lift or floor bay the car stands, or that it stands in the yard. */
export const orderPlace = command({
  name: 'order.place',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; place: string | null }>({
    orderId: id().required(),
    place: Joi.string().max(20).allow(null).required(),
  }),
  async run(ctx, { orderId, place }) {
    const order = await ctx.openOrder(orderId);
    if (place !== null) await takePlace(ctx.tx, place, order.id);
    await ctx.append(order.id, { kind: 'place', data: { place } });
    return {};
  },
});
