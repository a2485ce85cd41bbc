import Joi from 'joi';
import { calculator } from '../calculator';
import { point, positive } from '../fields';
import { type PhotoScaleInput, scalePhoto } from '../photo.scale';

export const photoScale = calculator({
  name: 'photo.scale',
  summary: 'Lengths in a photograph by a flat card of known size in it, in mm, with their error.',
  principle:
    'The four corners of the card give the map from the picture to its plane; the error follows from how each pixel moves it.',
  input: Joi.object<PhotoScaleInput>({
    card: Joi.object({ width: positive().required(), height: positive().required() }).required(),
    corners: Joi.array().items(point()).length(4).required(),
    points: Joi.array().items(point()).min(2).max(50).required(),
    cornerSd: positive(),
    pointSd: positive(),
  }),
  run: scalePhoto,
});
