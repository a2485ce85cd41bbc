import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { OfferAnswerData } from '@/core/ledger/job-book';
import { answerFieldsOnLink, answeredWhere } from './answers';
import { command } from './command';
import { id } from './fields';

/** The customer's yes or no to one version of an offer. */
export const offerAnswer = command({
  name: 'offer.answer',
  who: ['advisor'],
  onLink: true,
  input: Joi.object<OfferAnswerData & { orderId: string }>({
    orderId: id().required(),
    offerId: id().required(),
    version: Joi.number().integer().required(),
    ...answerFieldsOnLink,
  }),
  async run(ctx, { orderId, ...data }) {
    answeredWhere(ctx, data.how);
    const order = await ctx.openOrder(orderId);
    const offer = order.state.offers.find((one) => one.entry.data.offerId === data.offerId);
    if (!offer) throw new Refusal('no-offer', 'There is no such offer.', 'offerId');
    if (offer.entry.data.version !== data.version)
      throw new Refusal('changed', 'The offer has changed since it was shown: ask again.', 'version');
    await ctx.append(order.id, { kind: 'offer.answer', data });
    return {};
  },
});
