import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type HeadlampAimInput, aimOfLamp } from '../headlamp.aim';

export const headlampAim = calculator({
  name: 'headlamp.aim',
  summary: 'Shift in mm of the beam on a wall after a lift.',
  principle: 'The lamp rises with the body and its beam tips with the body’s pitch.',
  input: Joi.object<HeadlampAimInput>({
    frontLift: anyNumber().required(),
    rearLift: anyNumber().required(),
    wheelbase: positive().required(),
    lampX: anyNumber().required(),
    wallDistance: positive(),
  }),
  run: aimOfLamp,
});
