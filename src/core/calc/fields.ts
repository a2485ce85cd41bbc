import Joi from 'joi';
import { CORNERS } from '../corners';
import { isDay } from '../units/day';

/** The kinds of number and word the calculators share, so that one refusal means the same everywhere. */

export const anyNumber = () => Joi.number().unsafe();
export const positive = () => Joi.number().unsafe().greater(0);
export const zeroOrMore = () => Joi.number().unsafe().min(0);
/** Spring or damper length change for one unit of wheel travel. */
export const motionRatio = () => Joi.number().unsafe().greater(0).max(1.5);

/** A calendar day `YYYY-MM-DD` that exists. */
export const calendarDay = () =>
  Joi.string()
    .custom((value: string, helpers) =>
      isDay(value) ? value : helpers.message({ custom: 'A day is written YYYY-MM-DD' }),
    )
    .meta({ check: 'day' });

/** An object that holds one value for each corner. */
export const perCorner = (value: () => Joi.Schema) =>
  Joi.object(Object.fromEntries(CORNERS.map((corner) => [corner, value().required()])));

/** A point of the car, mm. */
export const point = () => Joi.object({ x: anyNumber().required(), y: anyNumber().required() });
/** A point of the car in space, mm. */
export const point3 = () =>
  Joi.object({ x: anyNumber().required(), y: anyNumber().required(), z: anyNumber().required() });
