import { Refusal } from '../refusal';

export interface StabilityFactorInput {
  trackBefore: number;
  trackAfter: number;
  cgHeight: number;
  lift: number;
  sprungFraction?: number;
  tireRadiusChange?: number;
}

/**
 * How much sooner (or later) a car tips: track over twice the height of its center of gravity. Lengths in mm.
 * @returns factor before and after, height of the center of gravity after (mm), change in percent
 * @throws Refusal when the center of gravity would lie below the ground
 */
export function stabilityByLift(input: StabilityFactorInput) {
  const { trackBefore, trackAfter, cgHeight, lift, sprungFraction = 0.85, tireRadiusChange = 0 } = input;
  const cgAfter = cgHeight + lift * sprungFraction + tireRadiusChange;
  if (cgAfter <= 0) throw new Refusal('no-solution', 'The car cannot be lowered below the ground.', 'lift');
  const before = trackBefore / (2 * cgHeight);
  const after = trackAfter / (2 * cgAfter);
  return { before, after, cgAfter, changePct: (after / before - 1) * 100 };
}
