import Joi from 'joi';
import { type Defaulted, area, contract } from '../command';
import { id, line, oneOf, speed, text } from '../fields';

export const wheels = area('Wheel sets of a car', {
  /**
   * Keeps one of a car's wheel sets: its tires and wheel, what its nuts go by with where that is written, and how far the
   * dial is off on it. Without two speeds the dial goes by the size of its tires against the set the car stands on.
   */
  'wheelset.save': contract<
    Defaulted<
      {
        vehicleId: string;
        /** None: another set. */
        setId: string | null;
        name: string;
        tires: string;
        rimWidthIn: number | null;
        offsetMm: number | null;
        torque: number | null;
        unit: 'nm' | 'lbft';
        source: string;
        dial: { shown: number; truth: number } | null;
        /** Sold, or worn out: nobody can put it on any more. */
        gone: boolean;
        confirmed: boolean;
      },
      'setId' | 'rimWidthIn' | 'offsetMm' | 'torque' | 'unit' | 'source' | 'dial' | 'gone' | 'confirmed'
    >,
    { setId: string }
  >({
    title: 'Record a wheel set of a car',
    who: ['tech', 'advisor'],
    fields: {
      vehicleId: id().required(),
      setId: id().allow(null).default(null),
      name: line(60).required().messages({ 'string.empty': 'Name it, like winter or on steel' }),
      tires: line(60).required(),
      rimWidthIn: Joi.number().min(3).max(16).allow(null).default(null).messages({
        'number.base': 'Write the rim’s width in inches, like 8 or 7.5',
        'number.min': 'A rim is 3 to 16 inches wide',
        'number.max': 'A rim is 3 to 16 inches wide',
      }),
      offsetMm: Joi.number().min(-150).max(150).allow(null).default(null).messages({
        'number.base': 'Write the offset in millimeters, like 35 or -12',
        'number.min': 'An offset lies between -150 and 150 mm',
        'number.max': 'An offset lies between -150 and 150 mm',
      }),
      torque: Joi.number().greater(0).max(2000).allow(null).default(null).messages({
        'number.base': 'Write the torque as a number',
        'number.greater': 'A torque is more than nothing',
        'number.max': 'No wheel nut goes by that much',
      }),
      unit: oneOf('nm', 'lbft').default('nm'),
      source: text(160),
      dial: Joi.object({ shown: speed(), truth: speed() }).allow(null).default(null),
      gone: Joi.boolean().default(false),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /**
   * Says on which of its wheel sets a car stands from now on. In the work only while every wheel is loose or off; the nuts
   * then go by the set's own value.
   */
  'wheelset.on': contract<
    { orderId: string; setId: string },
    {
      /** So many nuts still go by another value than the set asks. */
      nutsWait: number;
    }
  >({
    title: 'Put a wheel set on',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      setId: id().required().messages({ 'any.required': 'Choose the set', 'string.empty': 'Choose the set' }),
    },
  }),
});
