import { takePlace } from './take-place';
import { handle } from './handler';

export const orderPlace = handle('order.place', {
  async run(ctx, { orderId, place }) {
    const order = await ctx.openOrder(orderId);
    if (place !== null) await takePlace(ctx.tx, place, order.id);
    await ctx.append(order.id, { kind: 'place', data: { place } });
    return {};
  },
});
