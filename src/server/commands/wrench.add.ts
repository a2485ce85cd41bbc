import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { convertTorque } from '@/core/calc/torque.convert';
import { calendarDay } from '@/core/calc/fields';
import { command } from './command';
import { line } from './fields';

interface NewWrench {
  name: string;
  low: number;
  high: number;
  unit: 'nm' | 'lbft';
  calibrationDue: string;
}

/** Adds a torque wrench with its range and the day its calibration runs out. */
export const wrenchAdd = command({
  name: 'wrench.add',
  who: ['lead'],
  input: Joi.object<NewWrench>({
    name: line(80).required(),
    low: Joi.number().greater(0).required().messages({ 'number.base': 'Enter the lowest value as a number' }),
    high: Joi.number()
      .greater(0)
      .required()
      .messages({ 'number.base': 'Enter the highest value as a number' }),
    unit: Joi.valid('nm', 'lbft').required(),
    calibrationDue: calendarDay()
      .required()
      .messages({ 'string.empty': 'Enter the day', 'any.required': 'Enter the day' }),
  }),
  async run(ctx, input) {
    if (input.high <= input.low)
      throw new Refusal('range', 'The highest value lies above the lowest.', 'high');
    const wrenchId = randomUUID();
    const low = convertTorque(input.low, input.unit).nm;
    const high = convertTorque(input.high, input.unit).nm;
    await ctx.tx.run(
      'INSERT INTO wrench (id, name, low_nm, high_nm, calibration_due) VALUES (?, ?, ?, ?, ?)',
      [wrenchId, input.name, low, high, input.calibrationDue],
    );
    await ctx.appendShop('wrench', wrenchId, {
      name: input.name,
      lowNm: low,
      highNm: high,
      calibrationDue: input.calibrationDue,
    });
    return { wrenchId };
  },
});
