import Joi from 'joi';
import { calculator } from '../calculator';
import { motionRatio, positive, zeroOrMore } from '../fields';
import { type CoilSwapInput, swapCoil } from '../coil.swap';

const spring = () =>
  Joi.object({
    free: positive(),
    rate: positive(),
    installed: positive(),
    table: Joi.array()
      .items(Joi.object({ load: zeroOrMore().required(), length: positive().required() }))
      .min(2),
    solid: positive(),
  })
    .xor('free', 'installed', 'table')
    .and('free', 'rate')
    .required();

export const coilSwap = calculator({
  name: 'coil.swap',
  summary: 'Lift in mm from another coil, with what is loose at droop and left before it binds.',
  principle: 'Spring force is wheel load over motion ratio; length is free less force over rate.',
  input: Joi.object<CoilSwapInput>({
    wheelLoad: positive().required(),
    motionRatio: motionRatio().required(),
    old: spring(),
    new: spring(),
    seatGapAtDroop: positive(),
    bumpTravel: zeroOrMore(),
  }),
  run: swapCoil,
});
