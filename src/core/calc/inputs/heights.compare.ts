import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, perCorner, positive, zeroOrMore } from '../fields';
import { type HeightsCompareInput, type HeightsCompareOutput, compareHeights } from '../heights.compare';

export const heightsCompare = calculator<HeightsCompareInput, HeightsCompareOutput>({
  name: 'heights.compare',
  summary:
    'Compares standing heights before and after: lift, lean, rake, twist, pitch and a verdict per axle.',
  principle:
    'Differences and means of four readings; pitch is the arctangent of the axle difference over the wheelbase.',
  input: Joi.object({
    before: perCorner(anyNumber).required(),
    after: perCorner(anyNumber).required(),
    wheelbase: positive().required(),
    claimed: Joi.object({ front: anyNumber(), rear: anyNumber() }),
    noise: zeroOrMore(),
    tolerance: zeroOrMore(),
  }),
  run: compareHeights,
});
