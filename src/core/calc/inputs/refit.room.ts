import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type RefitRoomInput, roomToRefit } from '../refit.room';

export const refitRoom = calculator({
  name: 'refit.room',
  summary: 'What a taller part lacks in its opening at droop, in mm, and the force in N that closes it.',
  principle: 'Length beyond the opening has to be pressed out against preload and rate.',
  input: Joi.object<RefitRoomInput>({
    freeLength: positive().required(),
    spacer: zeroOrMore().required(),
    openingAtDroop: positive().required(),
    preload: zeroOrMore().required(),
    rate: positive().required(),
  }),
  run: roomToRefit,
});
