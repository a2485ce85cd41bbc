import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type CasterRadiusArmInput, casterOnRadiusArm } from '../caster.radiusArm';

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
