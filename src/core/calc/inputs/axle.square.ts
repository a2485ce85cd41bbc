import Joi from 'joi';
import { calculator } from '../calculator';
import { positive } from '../fields';
import { type AxleSquareInput, squareAxle } from '../axle.square';

const side = () =>
  Joi.object({
    gap: positive().required(),
    base: positive().required(),
    diagonal: positive().required(),
  }).required();

export const axleSquare = calculator({
  name: 'axle.square',
  summary: 'Offset in mm and skew in degrees of an axle in its frame.',
  principle: 'Half the difference of the gaps; the arctangent of the wheelbase difference over the track.',
  input: Joi.object<AxleSquareInput>({ left: side(), right: side(), track: positive().required() }),
  run: squareAxle,
});
