import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive, zeroOrMore } from '../fields';
import { type CamberAdjustInput, adjustCamber } from '../camber.adjust';

export const camberAdjust = calculator({
  name: 'camber.adjust',
  summary: 'Degrees of camber the adjusters give, against what is needed.',
  principle: 'A slot or cam tilts the knuckle by the arctangent of its shift over the bolt spacing or lever.',
  input: Joi.object<CamberAdjustInput>({
    needed: anyNumber().required(),
    ways: Joi.array()
      .items(
        Joi.object({
          id: Joi.string().required(),
          shift: zeroOrMore().required(),
          lever: positive().required(),
        }),
      )
      .required(),
  }),
  run: adjustCamber,
});
