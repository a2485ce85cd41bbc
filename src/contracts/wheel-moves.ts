import Joi from 'joi';
import { ADJUSTERS } from '@/core/alignment/coach';
import { CORNERS } from '@/core/corners';

/** What was turned at each wheel for a rack to read, mm by each adjuster’s own sign. */
export const wheelMoves = () => {
  const moves = Object.fromEntries(Object.keys(ADJUSTERS).map((id) => [id, Joi.number().min(-60).max(60)]));
  return Joi.object(Object.fromEntries(CORNERS.map((corner) => [corner, Joi.object(moves)])));
};
