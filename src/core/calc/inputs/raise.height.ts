import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type RaiseHeightInput, heightToRaise } from '../raise.height';

export const raiseHeight = calculator({
  name: 'raise.height',
  summary: 'Stand height in mm that lets the new tire hang free at full droop.',
  principle:
    'The hub hangs its droop below ride, the tire its radius below the hub, and some floor stays free.',
  input: Joi.object<RaiseHeightInput>({
    supportAtRide: positive().required(),
    hubAtRide: positive().required(),
    droopTravel: zeroOrMore().required(),
    tireDiameter: positive().required(),
    clearance: zeroOrMore(),
  }),
  run: heightToRaise,
});
