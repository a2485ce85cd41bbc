import Joi from 'joi';
import { calculator } from './calculator';
import { anyNumber, positive } from './fields';
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

export const casterRadiusArm = calculator({
  name: 'caster.radiusArm',
  summary: 'Caster in degrees of a radius-arm axle after a lift, against the frame.',
  principle: 'The axle is fixed to its arm and turns with it as the arm gets steeper.',
  input: Joi.object<CasterRadiusArmInput>({
    arm: positive().required(),
    rise: anyNumber().required(),
    lift: anyNumber().required(),
    casterBefore: anyNumber().required(),
    mountDrop: anyNumber(),
    bushingDeg: anyNumber(),
  }),
  run: casterOnRadiusArm,
});
