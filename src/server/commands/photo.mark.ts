import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const photoMark = handle('photo.mark', {
  async run(ctx, { orderId, photoEntryId, marks }) {
    const order = await ctx.openOrder(orderId);
    if (!order.state.photos.some((photo) => photo.id === photoEntryId))
      throw new Refusal('no-photo', 'This order has no such picture.', 'photoEntryId');
    await ctx.append(order.id, { kind: 'photo.marks', data: { photoEntryId, marks } });
    return {};
  },
});
