import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';

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
    if (place !== null) {
      const known = await ctx.tx.row('SELECT id FROM shop_place WHERE id = ?', [place]);
      if (!known) throw new Refusal('no-place', 'The shop has no such place.', 'place');
      const taken = await ctx.tx.row<{ number: number }>(
        `SELECT number FROM order_now JOIN work_order ON work_order.id = order_now.order_id
          WHERE place = ? AND NOT closed AND order_id <> ?`,
        [place, orderId],
      );
      if (taken) throw new Refusal('taken', `Order ${taken.number} stands there: move it first.`, 'place');
    }
    await ctx.append(order.id, { kind: 'place', data: { place } });
    return {};
  },
});
