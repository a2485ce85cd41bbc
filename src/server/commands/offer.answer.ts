import { Refusal } from '@/core/refusal';
import { assertAnswerChannel } from './answer-channel';
import { handle } from './handler';

export const offerAnswer = handle('offer.answer', {
  async run(ctx, { orderId, ...data }) {
    assertAnswerChannel(ctx, data.how);
    const order = await ctx.openOrder(orderId);
    const offer = order.state.offers.find((one) => one.entry.data.offerId === data.offerId);
    if (!offer) throw new Refusal('no-offer', 'There is no such offer.', 'offerId');
    if (offer.entry.data.version !== data.version)
      throw new Refusal('changed', 'The offer has changed since it was shown: ask again.', 'version');
    await ctx.append(order.id, { kind: 'offer.answer', data });
    return {};
  },
});
