import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type WheelFitInput, fitWheel } from '../wheel.fit';

const wheel = () =>
  Joi.object({
    rimWidthIn: positive().required(),
    offset: anyNumber().required(),
    spacer: anyNumber(),
    tireWidth: positive().required(),
  }).required();

export const wheelFit = calculator({
  name: 'wheel.fit',
  summary: 'Inward and outward growth in mm of another wheel and tire.',
  principle: 'A smaller offset moves the wheel out, a wider tire grows both ways. By tire section.',
  input: Joi.object<WheelFitInput>({
    old: wheel(),
    new: wheel(),
    axleFaceChange: anyNumber(),
    clearance: Joi.object({ inner: anyNumber().required(), outer: anyNumber().required() }),
  }),
  run: fitWheel,
});
