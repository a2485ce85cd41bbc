import { Refusal } from '@/core/refusal';
import { assertAnswerChannel } from './answer-channel';
import { handle } from './handler';
import { extraIntoWork } from './offer-steps';

export const offerAnswer = handle('offer.answer', {
  async run(ctx, { orderId, ...data }) {
    assertAnswerChannel(ctx, data.how);
    const order = await ctx.openOrder(orderId);
    const offer = order.state.offers.find((one) => one.entry.data.offerId === data.offerId);
    if (!offer) throw new Refusal('no-offer', 'There is no such offer.', 'offerId');
    if (offer.entry.data.version !== data.version)
      throw new Refusal('changed', 'The offer has changed since it was shown: ask again.', 'version');
    const agreed = offer.answer?.data.yes && !offer.back;
    if (agreed && !data.yes)
      throw new Refusal(
        'approved',
        'The customer has said yes to this: where it is not done after all, take it back with their yes.',
        'yes',
      );
    await ctx.append(order.id, { kind: 'offer.answer', data });
    if (data.yes && !agreed) await extraIntoWork(ctx, await ctx.openOrder(orderId), offer.entry.data);
    return {};
  },
});
