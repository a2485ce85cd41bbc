import { type PerCorner, eachCorner } from '../corners';

export type HeightVerdict = 'no measurable change' | 'no claim' | 'as claimed' | 'over' | 'short';

export interface HeightsCompareInput {
  before: PerCorner<number>;
  after: PerCorner<number>;
  wheelbase: number;
  claimed?: { front?: number; rear?: number };
  noise?: number;
  tolerance?: number;
}

export interface HeightsCompareOutput {
  lift: PerCorner<number>;
  frontLift: number;
  rearLift: number;
  frontLean: number;
  rearLean: number;
  rakeBefore: number;
  rakeAfter: number;
  twistBefore: number;
  twistAfter: number;
  pitchChangeDeg: number;
  verdict: { front: HeightVerdict; rear: HeightVerdict };
}

const HAIR = 1e-9;

/** How an axle stands as four readings tell it: lean of each end, rake, and twist (one odd corner). */
export function stanceOf(heights: PerCorner<number>) {
  return {
    frontLean: heights.LF - heights.RF,
    rearLean: heights.LR - heights.RR,
    rake: (heights.LR + heights.RR) / 2 - (heights.LF + heights.RF) / 2,
    twist: heights.LF + heights.RR - (heights.RF + heights.LR),
  };
}

/**
 * Judges a measured lift against a claim, in the claim's own direction: a truck lowered too little is short.
 * @param lift measured change in mm
 * @param claim claimed change in mm, or undefined when nobody claimed one
 * @param noise below this (mm) nothing was measured to change
 * @param tolerance how near (mm) counts as claimed
 */
export function judgeLift(
  lift: number,
  claim: number | undefined,
  noise: number,
  tolerance: number,
): HeightVerdict {
  if (Math.abs(lift) < noise) return 'no measurable change';
  if (claim === undefined) return 'no claim';
  const further = claim === 0 ? Math.abs(lift) : (lift - claim) * Math.sign(claim);
  if (Math.abs(further) <= tolerance + HAIR) return 'as claimed';
  return further > 0 ? 'over' : 'short';
}

/**
 * Compares two sets of standing heights taken by the same method.
 * @returns lift of each corner and axle (mm), lean (left − right), rake (rear − front), twist, the pitch change in
 *   degrees (+ nose down), and a verdict for each axle
 */
export function compareHeights(input: HeightsCompareInput): HeightsCompareOutput {
  const { before, after, wheelbase, claimed, noise = 3.2, tolerance = 6.35 } = input;
  const lift = eachCorner((corner) => after[corner] - before[corner]);
  const frontLift = (lift.LF + lift.RF) / 2;
  const rearLift = (lift.LR + lift.RR) / 2;
  const was = stanceOf(before);
  const is = stanceOf(after);
  return {
    lift,
    frontLift,
    rearLift,
    frontLean: is.frontLean,
    rearLean: is.rearLean,
    rakeBefore: was.rake,
    rakeAfter: is.rake,
    twistBefore: was.twist,
    twistAfter: is.twist,
    pitchChangeDeg: (Math.atan((rearLift - frontLift) / wheelbase) * 180) / Math.PI,
    verdict: {
      front: judgeLift(frontLift, claimed?.front, noise, tolerance),
      rear: judgeLift(rearLift, claimed?.rear, noise, tolerance),
    },
  };
}
