import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, perCorner, positive } from '../fields';
import { type LoadShiftInput, shiftLoad } from '../load.shift';

export const loadShift = calculator({
  name: 'load.shift',
  summary: 'What masses do to each corner: force gained in N and height change in mm.',
  principle:
    'A rigid body on four springs: the drop at a corner is linear in its place; force and both moments balance. Anti-roll bars and tire rate are left out.',
  input: Joi.object<LoadShiftInput>({
    wheelbase: positive().required(),
    track: Joi.object({ front: positive().required(), rear: positive().required() }).required(),
    wheelRate: perCorner(positive).required(),
    masses: Joi.array()
      .items(Joi.object({ kg: anyNumber().required(), x: anyNumber().required(), y: anyNumber().required() }))
      .required(),
  }),
  run: shiftLoad,
});
