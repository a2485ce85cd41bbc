import Joi from 'joi';
import { CORNERS } from '@/core/corners';
import { HEIGHT_METHODS } from '@/core/ledger/kinds/arrival';

/** Input kinds the commands share. Messages are written for the person who typed. */

/** An id in its one way of writing: hyphens, no braces, small letters. What was typed in capitals is written small. */
export const id = () =>
  Joi.string()
    .pattern(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/)
    .lowercase()
    .messages({ 'string.pattern.base': 'Choose one of what there is' });
export const line = (most = 200) =>
  Joi.string()
    .trim()
    .max(most)
    .messages({
      'string.empty': 'Fill this in',
      'any.required': 'Fill this in',
      'string.max': `At most ${most} characters`,
    });
export const text = (most = 2000) => Joi.string().trim().allow('').max(most).default('');
export const corner = () => oneOf(...CORNERS);
export const pin = () =>
  Joi.string()
    .pattern(/^\d{4,6}$/)
    .messages({
      'string.pattern.base': 'A PIN is 4 to 6 digits',
      'string.empty': 'Enter the PIN',
      'any.required': 'Enter the PIN',
    });
export const reason = () =>
  line(500).min(4).messages({
    'string.min': 'Write the reason out',
    'string.empty': 'Write the reason',
    'any.required': 'Write the reason',
  });

const MILEAGE = Joi.number().min(0).max(9_999_999).messages({
  'number.base': 'Enter the odometer as a number',
  'number.min': 'An odometer does not run below zero',
  'any.required': 'Enter the odometer, or say why it cannot be read',
});

/** A dial read with its unit, or the reason nobody could. */
export const odometer = () =>
  Joi.alternatives()
    .conditional(Joi.object({ unread: Joi.exist() }).unknown(), {
      then: Joi.object({ unread: line(200).required() }),
      otherwise: Joi.object({ value: MILEAGE.required(), unit: oneOf('km', 'mi').required() }),
    })
    .required();

/** One of two speeds read at once, on the dial and by something else. */
export const speed = () =>
  Joi.number().min(20).max(200).required().messages({
    'number.base': 'Enter both speeds',
    'any.required': 'Enter both speeds',
    'number.min': 'Read it at 20 or more',
  });

/** What a wrench said: that it clicked at its setting, or a figure with its unit. */
export const torqueReading = () =>
  Joi.alternatives()
    .try(
      Joi.object({ clicked: Joi.boolean().valid(true).required() }),
      Joi.object({
        value: Joi.number().greater(0).max(20000).required(),
        unit: oneOf('nm', 'lbft', 'lbin', 'kgfm').required(),
      }),
    )
    .required()
    .messages({ 'alternatives.match': 'Say that it clicked, or type the reading as a number' });

/** A job of the week: an order, a rush job, or a car that comes back. */
export const jobId = () => Joi.string().max(48);
export const phaseId = () => Joi.string().max(20);
export const day = () =>
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .messages({ 'string.pattern.base': 'Choose the day', 'string.empty': 'Choose the day' });

/** Figures of a step as they are typed on the pad. */
export const figuresTyped = () =>
  Joi.array()
    .items(
      Joi.object({
        measureId: Joi.string().max(60).required(),
        text: line(60).required().messages({ 'string.empty': 'Type what it reads' }),
      }),
    )
    .max(20);

/** One of a few words. */
export const oneOf = <T extends string>(...words: readonly T[]) => Joi.string<T>().valid(...words);

/** An instant: a day alone is none, since it would be midnight somewhere else. */
export const moment = () =>
  Joi.string().isoDate().pattern(/T\d/).messages({
    'string.isoDate': 'Write the day and the time, like 20 Apr, 9:00',
    'string.pattern.base': 'Write the time with the day, like 20 Apr, 9:00',
    'string.empty': 'Choose day and time',
  });

/** A height, or a lift with its sign, as it is typed; nothing where the end stays as it is. */
const target = () => Joi.string().trim().allow(null, '').empty('').default(null);

/** What is wanted of both ends. */
export const targets = () =>
  Joi.object({
    front: target(),
    rear: target(),
    unit: oneOf('in', 'mm').required(),
    method: oneOf(...HEIGHT_METHODS).required(),
  });
