import 'server-only';
import { db } from '../database';
import { loadOrder } from '../entries/order';
import { readDocument } from '../documents/store';
import type { Packet } from '../documents/packet';

/** Does an order show this picture to its customer: bound to it, with a finding or an offer, or in its signed packet? */
export async function orderShows(orderId: string, photoId: string): Promise<boolean> {
  const folded = await loadOrder(db(), orderId);
  if (!folded) return false;
  const { state } = folded;
  const shown = [
    ...state.photos.map((entry) => entry.data.photoId),
    ...state.findings.map((entry) => entry.data.photoId),
    ...state.trials.heights.map((entry) => entry.data.photoId),
    ...state.offers.map((offer) => offer.entry.data.photoId),
  ];
  if (shown.includes(photoId)) return true;
  for (const handoff of state.handoffs) {
    const packet = await readDocument(db(), handoff.data.packetHash);
    const { photos } = JSON.parse(packet?.toString('utf8') ?? '{"photos":[]}') as Pick<Packet, 'photos'>;
    if (photos.some((photo) => photo.photoId === photoId)) return true;
  }
  return false;
}
