import { Refusal } from '../refusal';
import { distance, lengthOf, type Point, toDeg, toRad } from './geometry';

export interface CasterFourLinkInput {
  axleLower: Point;
  axleUpper: Point;
  frameLower: Point;
  frameUpper: Point;
  casterBefore: number;
  lift: number;
  newLowerLength?: number;
  newUpperLength?: number;
  targetCaster?: number;
}

export interface FourLinkAnswer {
  lowerLength: number;
  upperLength: number;
  casterAfter: number;
  casterChange: number;
  axleShift: number;
  lowerForTarget?: number;
  upperForTarget?: number;
}

/** A point fixed to the axle, turned by an angle (top rearward is positive) and moved with the axle's center. */
function turned(p: Point, angle: number, center: Point): Point {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return { x: center.x + p.x * c + p.y * s, y: center.y - p.x * s + p.y * c };
}

const STEPS = 24;

const ROUNDS = 30;

/**
 * Follows the axle from its old place to the new one: Newton's method on its turn and shift, lift and link lengths
 * moved there in small steps, so that the answer is the one that continues from the old place.
 */
function followLinks(
  input: CasterFourLinkInput,
  lengths: { lower: number; upper: number },
  steps: number,
): { angle: number; shift: number } {
  const { axleLower, axleUpper, frameLower, frameUpper, lift } = input;
  const first = { lower: distance(axleLower, frameLower), upper: distance(axleUpper, frameUpper) };
  let angle = 0;
  let shift = 0;
  for (let step = 1; step <= steps; step += 1) {
    const t = step / steps;
    const lower = first.lower + (lengths.lower - first.lower) * t;
    const upper = first.upper + (lengths.upper - first.upper) * t;
    let settled = false;
    for (let round = 0; round < ROUNDS && !settled; round += 1) {
      const center = { x: shift, y: -lift * t };
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const miss = (p: Point, frame: Point, length: number) => {
        const [rx, ry] = [p.x * cos + p.y * sin, p.y * cos - p.x * sin];
        const [dx, dy] = [center.x + rx - frame.x, center.y + ry - frame.y];
        const reach = lengthOf(dx, dy);
        // Turning the top rearward moves the point by (ry, −rx) for each radian.
        return { off: reach - length, byShift: dx / reach, byAngle: (dx * ry - dy * rx) / reach };
      };
      const low = miss(axleLower, frameLower, lower);
      const up = miss(axleUpper, frameUpper, upper);
      const det = low.byShift * up.byAngle - low.byAngle * up.byShift;
      const moveShift = (low.off * up.byAngle - low.byAngle * up.off) / det;
      const moveAngle = (low.byShift * up.off - low.off * up.byShift) / det;
      if (!Number.isFinite(moveShift) || !Number.isFinite(moveAngle) || Math.abs(moveAngle) > 1) break;
      shift -= moveShift;
      angle -= moveAngle;
      settled = Math.abs(moveShift) < 1e-11 && Math.abs(moveAngle) < 1e-14;
      if (round > 6 && Math.abs(moveShift) < 1e-9 && Math.abs(moveAngle) < 1e-12) settled = true;
    }
    if (!settled)
      throw new Refusal(
        'no-solution',
        'The links cannot follow the axle that far: check the points.',
        'lift',
      );
  }
  return { angle, shift };
}

/**
 * Caster of a solid axle on two links a side after a lift, against the frame: a planar four-bar, the frame still.
 * @param input joints on axle and frame (mm; axle center 0,0; x rearward, y up), caster before (degrees), lift (mm),
 *   link lengths if new ones go in, caster wanted
 * @param steps in how many the axle is followed to its new place
 * @returns link lengths as fitted, caster after and its change (degrees), the axle's shift (mm, + rearward); with a
 *   target the two lengths that reach it with the axle where it was
 * @throws Refusal when the links cannot follow the axle that far
 */
export function casterOnFourLinks(input: CasterFourLinkInput, steps = STEPS): FourLinkAnswer {
  const { axleLower, axleUpper, frameLower, frameUpper, casterBefore, lift, targetCaster } = input;
  const lowerLength = input.newLowerLength ?? distance(axleLower, frameLower);
  const upperLength = input.newUpperLength ?? distance(axleUpper, frameUpper);
  if (lowerLength === 0 || upperLength === 0)
    throw new Refusal('no-solution', 'A link’s two ends are at one place.', 'axleLower');
  const { angle, shift } = followLinks(input, { lower: lowerLength, upper: upperLength }, steps);
  const casterChange = toDeg(angle);
  const casterAfter = casterBefore + casterChange;
  if (targetCaster === undefined)
    return { lowerLength, upperLength, casterAfter, casterChange, axleShift: shift };
  const center = { x: 0, y: -lift };
  const wanted = toRad(targetCaster - casterBefore);
  return {
    lowerLength,
    upperLength,
    casterAfter,
    casterChange,
    axleShift: shift,
    lowerForTarget: distance(turned(axleLower, wanted, center), frameLower),
    upperForTarget: distance(turned(axleUpper, wanted, center), frameUpper),
  };
}
