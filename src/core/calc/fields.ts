import Joi from 'joi';
import { CORNERS } from '../corners';

/** The kinds of number and word the calculators share, so that one refusal means the same everywhere. */

export const anyNumber = () => Joi.number().unsafe();
export const positive = () => Joi.number().unsafe().greater(0);
export const zeroOrMore = () => Joi.number().unsafe().min(0);
/** Spring or damper length change for one unit of wheel travel. */
export const motionRatio = () => Joi.number().unsafe().greater(0).max(1.5);

export const DATE_PATTERN = /^\d{4}-\d{2}-\d{2}$/;

/** A calendar day `YYYY-MM-DD` that exists. */
export const calendarDay = () =>
  Joi.string()
    .custom((value: string, helpers) => {
      const day = new Date(`${value}T00:00:00Z`);
      if (
        !DATE_PATTERN.test(value) ||
        Number.isNaN(day.getTime()) ||
        day.toISOString().slice(0, 10) !== value
      ) {
        return helpers.message({ custom: '{{#label}} must be a day written YYYY-MM-DD' });
      }
      return value;
    })
    .meta({ check: 'day' });

/** An object that holds one value for each corner. */
export const perCorner = (value: () => Joi.Schema) =>
  Joi.object(Object.fromEntries(CORNERS.map((corner) => [corner, value().required()])));

/** A point of the car, mm. */
export const point = () => Joi.object({ x: anyNumber().required(), y: anyNumber().required() });
