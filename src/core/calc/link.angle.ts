import { lengthOf, toDeg } from './geometry';

export interface LinkAngleInput {
  run: number;
  drop: number;
  lift: number;
  innerLowered?: number;
  limitDeg?: number;
}

/**
 * Angle and length of a half shaft, tie rod or bar link at another ride height.
 * @param input run across and drop of the outer end below the inner (mm), lift and what the inner end was lowered (mm),
 *   the joint's limit (degrees)
 * @returns angles before and after (degrees, + outer end low), change of length (mm), and with a limit whether it is over
 */
export function angleOfLink({ run, drop, lift, innerLowered = 0, limitDeg }: LinkAngleInput) {
  const dropAfter = drop + lift - innerLowered;
  const after = toDeg(Math.atan(dropAfter / run));
  const before = toDeg(Math.atan(drop / run));
  const lengthChange = lengthOf(run, dropAfter) - lengthOf(run, drop);
  if (limitDeg === undefined) return { before, after, lengthChange };
  return { before, after, lengthChange, over: Math.abs(after) > limitDeg };
}
