import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { OfferData } from '@/core/ledger/job-book';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id, line } from './fields';

interface OfferInput {
  orderId: string;
  offerId: string | null;
  findingId: string | null;
  text: string;
  cents: number;
  photoId: string | null;
}

/** Offers the customer something at a price; another text, price or photo is a new version and asks again. */
export const offerMake = command({
  name: 'offer.make',
  who: ['advisor', 'tech'],
  input: Joi.object<OfferInput>({
    orderId: id().required(),
    offerId: id().allow(null).default(null),
    findingId: id().allow(null).default(null),
    text: line(300).required(),
    cents: Joi.number()
      .integer()
      .min(0)
      .max(99_999_999)
      .required()
      .messages({ 'number.base': 'Enter the price', 'any.required': 'Enter the price' }),
    photoId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, offerId, findingId, text, cents, photoId }) {
    const order = await ctx.openOrder(orderId);
    const known = offerId ? order.state.offers.find((one) => one.entry.data.offerId === offerId) : null;
    if (offerId && !known) throw new Refusal('no-offer', 'There is no such offer.', 'offerId');
    if (photoId) await mustHavePhoto(ctx.tx, photoId);
    const finding = findingId
      ? order.state.findings.find((entry) => entry.data.findingId === findingId)
      : undefined;
    if (findingId && !finding) throw new Refusal('no-finding', 'There is no such finding.', 'findingId');
    const data: OfferData = {
      offerId: offerId ?? randomUUID(),
      version: (known?.entry.data.version ?? 0) + 1,
      findingId: findingId ?? known?.entry.data.findingId ?? null,
      text,
      cents,
      photoId: photoId ?? finding?.data.photoId ?? known?.entry.data.photoId ?? null,
    };
    await ctx.append(order.id, { kind: 'offer', data });
    return { offerId: data.offerId, version: data.version };
  },
});
