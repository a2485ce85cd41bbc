import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive, zeroOrMore } from '../fields';
import { ONE_WAYS, type TryNextInput, nextTry } from '../try.next';

export const tryNext = calculator({
  name: 'try.next',
  summary:
    'The next setting to try so that a reading meets its target, from the tries so far, in mm or degrees.',
  principle:
    'The reading is a line in the setting; its slope is what the geometry lets expect, weighed with what the tries say.',
  input: Joi.object<TryNextInput>({
    target: anyNumber().required(),
    tapeSd: positive(),
    tolerance: zeroOrMore(),
    prior: Joi.object({ slope: anyNumber().invalid(0).required(), sd: positive().required() }).required(),
    tries: Joi.array()
      .items(Joi.object({ set: anyNumber().required(), height: anyNumber().required() }))
      .min(1)
      .max(200)
      .required(),
    allowed: Joi.array().items(anyNumber()).max(500),
    oneWay: Joi.valid(...ONE_WAYS),
  }),
  run: nextTry,
});
