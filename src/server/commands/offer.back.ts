import { standsOf } from '@/core/ledger/extras';
import { Refusal } from '@/core/refusal';
import { handle } from './handler';
import { extraOutOfWork } from './offer-steps';

export const offerBack = handle('offer.back', {
  async run(ctx, { orderId, offerId, version, reason, how, witness }) {
    const order = await ctx.openOrder(orderId);
    const offer = order.state.offers.find((one) => one.entry.data.offerId === offerId);
    if (!offer) throw new Refusal('no-offer', 'There is no such offer.', 'offerId');
    if (offer.entry.data.version !== version)
      throw new Refusal('changed', 'The offer has changed since it was shown: look again.', 'version');
    if (!['taken', 'to do', 'done'].includes(standsOf(order.state, offer)))
      throw new Refusal(
        'not-approved',
        'The customer has not said yes to it: nothing to take back.',
        'offerId',
      );
    await extraOutOfWork(ctx, order, offer.entry.data);
    await ctx.append(order.id, {
      kind: 'offer.back',
      data: { offerId, version, reason, customer: { how, witness } },
    });
    return {};
  },
});
