import Joi from 'joi';
import { calculator } from '../calculator';
import { type TapeUnit, parseTape } from '../tape.parse';

export const tapeParse = calculator({
  name: 'tape.parse',
  summary: 'Reads a length as written from a tape and answers it in millimeters.',
  principle: 'Inches are exactly 25.4 mm; fractions are powers of two up to sixty-fourths.',
  input: Joi.object<{ text: string; unit: TapeUnit }>({
    text: Joi.string().allow('').required(),
    unit: Joi.valid('in', 'mm').required(),
  }),
  run: ({ text, unit }) => ({ mm: parseTape(text, unit) }),
});
