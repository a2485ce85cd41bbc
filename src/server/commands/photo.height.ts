import { stillCounts } from '@/core/ledger/apart';
import type { PhotoHeightData } from '@/core/ledger/kinds/measured';
import type { OrderState } from '@/core/ledger/order-state';
import { CARD } from '@/core/photo/card';
import { isPhotoAngle, readPhoto, tapeAgrees } from '@/core/photo/read-photo';
import { Refusal } from '@/core/refusal';
import { mustHavePhoto } from '../photos/must-have';
import { handle } from './handler';

/** The tape's reading beside it: the last set from the hub that still speaks for the car as it stands. */
function tapeBeside(
  state: OrderState,
  corner: PhotoHeightData['corner'],
): { entryId: string; mm: number } | null {
  if (!corner) return null;
  const set = state.heights.findLast(
    ({ entry }) => entry.data.method === 'hub' && (stillCounts(state, entry) || !state.run),
  );
  return set ? { entryId: set.entry.id, mm: set.mm[corner] } : null;
}

export const photoHeightRecord = handle('photo.height', {
  async run(ctx, { orderId, ...given }) {
    const order = await ctx.openOrder(orderId);
    await mustHavePhoto(ctx.tx, given.photoId);
    const { what, corner, corners, points, outOfPlane } = given;
    if (!isPhotoAngle(what) && !corner)
      throw new Refusal('no-corner', 'Say at which corner it was taken.', 'corner');
    // Worked out anew from what was tapped: no figure is taken on somebody’s word.
    const read = readPhoto(what, {
      card: CARD,
      corners: corners as never,
      points: points as never,
      picture: given.picture,
      outOfPlane,
      foundBy: given.foundBy,
    });
    if (!read.measured)
      throw new Refusal('no-measurement', `This is not a measurement. ${read.better.join(' ')}`, 'corners');
    const tape = what === 'hub to lip' ? tapeBeside(order.state, corner) : null;
    const data: PhotoHeightData = {
      ...given,
      value: read.value,
      sd: read.sd,
      card: { ...CARD },
      outOfPlaneSd: 4,
      tape: tape && { ...tape, agrees: tapeAgrees(read, tape.mm) },
    };
    await ctx.append(order.id, { kind: 'photo.height', data });
    return { value: read.value, sd: read.sd, agrees: data.tape?.agrees ?? null };
  },
});
