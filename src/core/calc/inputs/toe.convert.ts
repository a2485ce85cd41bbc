import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type ToeConvertInput, convertToe } from '../toe.convert';

export const toeConvert = calculator({
  name: 'toe.convert',
  summary: 'Toe of one wheel in degrees, minutes, mm and inches.',
  principle: 'A length across the wheel is its diameter times the sine of the toe angle.',
  input: Joi.object<ToeConvertInput>({
    value: anyNumber().required(),
    from: Joi.valid('deg', 'arcmin', 'mm', 'in').required(),
    diameter: positive().required(),
  }),
  run: convertToe,
});
