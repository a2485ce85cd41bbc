import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type UboltSizeInput, sizeUbolt } from '../ubolt.size';

export const uboltSize = calculator({
  name: 'ubolt.size',
  summary: 'Inside width and leg length in mm of the U-bolt for a stack.',
  principle: 'The leg spans tube, seat, block, pack, plate and nut, and keeps some thread to spare.',
  input: Joi.object<UboltSizeInput>({
    tube: positive().required(),
    seat: zeroOrMore(),
    block: zeroOrMore(),
    pack: positive().required(),
    plate: positive().required(),
    nut: positive().required(),
    spare: zeroOrMore(),
    legs: positive(),
  }),
  run: sizeUbolt,
});
