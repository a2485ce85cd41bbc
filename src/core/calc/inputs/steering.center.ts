import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type SteeringCenterInput, centerSteering } from '../steering.center';

export const steeringCenter = calculator({
  name: 'steering.center',
  summary: 'Sleeve turns that center a steering wheel.',
  principle: 'The pitman arm turns by the wheel’s angle over the ratio and moves the link by its sine.',
  input: Joi.object<SteeringCenterInput>({
    wheelOffDeg: anyNumber().required(),
    ratio: positive().required(),
    pitmanArm: positive().required(),
    mmPerTurn: positive().required(),
  }),
  run: centerSteering,
});
