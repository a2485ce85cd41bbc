import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type StabilityFactorInput, stabilityByLift } from '../stability.factor';

export const stabilityFactor = calculator({
  name: 'stability.factor',
  summary: 'Static stability factor before and after, and its change in percent.',
  principle:
    'Half the track over the height of the center of gravity, which the sprung share of the lift raises.',
  input: Joi.object<StabilityFactorInput>({
    trackBefore: positive().required(),
    trackAfter: positive().required(),
    cgHeight: positive().required(),
    lift: anyNumber().required(),
    sprungFraction: Joi.number().unsafe().greater(0).less(1),
    tireRadiusChange: anyNumber(),
  }),
  run: stabilityByLift,
});
