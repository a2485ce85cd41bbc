import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import type { OfferData } from '@/core/ledger/kinds/arrival';
import { mustHavePhoto } from '../photos/must-have';
import { handle } from './handler';
import { extraOutOfWork } from './offer-steps';

export const offerMake = handle('offer.make', {
  async run(ctx, { orderId, offerId, findingId, text, cents, photoId, minutes, phase, why }) {
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
      minutes,
      phase,
      why,
    };
    // Asked anew, what was approved leaves the work until it is answered.
    if (known) await extraOutOfWork(ctx, order, known.entry.data);
    await ctx.append(order.id, { kind: 'offer', data });
    return { offerId: data.offerId, version: data.version };
  },
});
