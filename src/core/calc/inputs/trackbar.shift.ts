import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type TrackbarShiftInput, shiftByTrackbar } from '../trackbar.shift';

export const trackbarShift = calculator({
  name: 'trackbar.shift',
  summary: 'Sideways shift of an axle under its track bar, in mm, and the length that centers it.',
  principle: 'The bar keeps its length, so a steeper bar spans less across the car.',
  input: Joi.object<TrackbarShiftInput>({
    length: positive().required(),
    rise: anyNumber().required(),
    lift: anyNumber().required(),
    mmPerTurn: positive(),
  }),
  run: shiftByTrackbar,
});
