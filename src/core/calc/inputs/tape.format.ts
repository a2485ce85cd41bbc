import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber } from '../fields';
import type { TapeUnit } from '../tape.parse';
import { formatTape } from '../tape.format';

export const tapeFormat = calculator({
  name: 'tape.format',
  summary: 'Writes a length in millimeters as a tape would show it.',
  principle: 'Nearest division, halves away from zero, reduced and carried.',
  input: Joi.object<{ mm: number; system: TapeUnit; denominator: number }>({
    mm: anyNumber().required(),
    system: Joi.valid('in', 'mm').required(),
    denominator: Joi.valid(1, 2, 4, 8, 16, 32, 64).default(16),
  }),
  run: ({ mm, system, denominator }) => ({ text: formatTape(mm, system, denominator) }),
});
