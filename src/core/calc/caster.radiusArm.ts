import { spanOf, toDeg } from './geometry';

export interface CasterRadiusArmInput {
  arm: number;
  rise: number;
  lift: number;
  casterBefore: number;
  mountDrop?: number;
  bushingDeg?: number;
}

/**
 * Caster of a solid axle on radius arms after a lift, against the frame.
 * @param input arm length and how far its frame end stands above the axle center (mm, arm running rearward), lift and
 *   any drop of the mounts (mm), caster before and what offset bushes give back (degrees)
 * @returns how far the axle turned, caster after (degrees) and the axle's shift (mm, + rearward)
 * @throws Refusal when the arm cannot span the rise
 */
export function casterOnRadiusArm(input: CasterRadiusArmInput) {
  const { arm, rise, lift, casterBefore, mountDrop = 0, bushingDeg = 0 } = input;
  const steeper = rise + lift - mountDrop;
  const spanBefore = spanOf(arm, rise, 'rise', 'The arm');
  const spanAfter = spanOf(arm, steeper, 'lift', 'The arm');
  const rotationDeg = toDeg(Math.asin(steeper / arm) - Math.asin(rise / arm));
  return {
    rotationDeg,
    casterAfter: casterBefore - rotationDeg + bushingDeg,
    axleShift: spanBefore - spanAfter,
  };
}
