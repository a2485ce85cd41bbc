import Joi from 'joi';
import { calculator } from '../calculator';
import { motionRatio, positive, zeroOrMore } from '../fields';
import { type ShockFitInput, fitShock } from '../shock.fit';

export const shockFit = calculator({
  name: 'shock.fit',
  summary: 'A damper’s closed and open lengths against the travel at the new height, in mm.',
  principle: 'Mount distance changes by wheel travel times motion ratio, either way from ride.',
  input: Joi.object<ShockFitInput>({
    ride: positive().required(),
    bumpTravel: zeroOrMore().required(),
    droopTravel: zeroOrMore().required(),
    motionRatio: motionRatio().required(),
    collapsed: positive().required(),
    extended: positive().required(),
    margin: zeroOrMore(),
  }),
  run: fitShock,
});
