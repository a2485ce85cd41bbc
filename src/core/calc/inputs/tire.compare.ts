import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type TireCompareInput, compareTires } from '../tire.compare';

export const tireCompare = calculator({
  name: 'tire.compare',
  summary: 'Compares two tire sizes: ride height, dial error and gearing.',
  principle: 'A wheel turn covers the new circumference while the dial counts the old one.',
  input: Joi.object<TireCompareInput>({
    old: Joi.string().required(),
    new: Joi.string().required(),
    indicated: zeroOrMore(),
    axleRatio: positive(),
  }),
  run: compareTires,
});
