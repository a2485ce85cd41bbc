import { lengthOf, spanOf } from './geometry';

export interface TrackbarShiftInput {
  length: number;
  rise: number;
  lift: number;
  mmPerTurn?: number;
}

/**
 * How far a track bar pulls the axle sideways as the car rises, and the bar that centers it again. Lengths in mm.
 * @param input bar length, how far its frame end stands above its axle end, the lift, and mm a turn of the whole sleeve
 * @returns spans, the shift toward the frame mount, the length that centers and the change to it, and turns
 * @throws Refusal when the bar cannot span the rise
 */
export function shiftByTrackbar({ length, rise, lift, mmPerTurn }: TrackbarShiftInput) {
  const spanBefore = spanOf(length, rise, 'rise', 'The track bar');
  const spanAfter = spanOf(length, rise + lift, 'lift', 'The track bar');
  const lengthToCenter = lengthOf(spanBefore, rise + lift);
  const lengthen = lengthToCenter - length;
  const shift = spanBefore - spanAfter;
  if (mmPerTurn === undefined) return { spanBefore, spanAfter, shift, lengthToCenter, lengthen };
  return { spanBefore, spanAfter, shift, lengthToCenter, lengthen, turns: lengthen / mmPerTurn };
}
