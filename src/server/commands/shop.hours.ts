import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';

interface HoursInput {
  openFrom: number;
  openTo: number;
  restFrom: number;
  restMinutes: number;
  openDays: number[];
  rackDays: number[];
}

const clock = () => Joi.number().integer().min(0).max(1440).messages({ 'number.base': 'Enter a time' });
const days = () =>
  Joi.array().items(Joi.number().integer().min(1).max(7)).min(1).unique().messages({
    'array.min': 'Choose one day at least',
  });

/** When the shop is open, its rest, and the days on which the rack can be had; times in minutes of the day. */
export const shopHours = command({
  name: 'shop.hours',
  who: ['lead'],
  input: Joi.object<HoursInput>({
    openFrom: clock().required(),
    openTo: clock().required(),
    restFrom: clock().required(),
    restMinutes: Joi.number().integer().min(0).max(180).required(),
    openDays: days().required(),
    rackDays: days().required(),
  }),
  async run(ctx, input) {
    if (input.openTo - input.openFrom - input.restMinutes < 120)
      throw new Refusal('short-day', 'A day is two hours of work at least.', 'openTo');
    if (input.restFrom < input.openFrom || input.restFrom + input.restMinutes > input.openTo)
      throw new Refusal('rest', 'The rest lies within the open hours.', 'restFrom');
    await ctx.tx.run(
      `UPDATE shop SET open_from = ?, open_to = ?, rest_from = ?, rest_minutes = ?, open_days = ?, rack_days = ?
        WHERE id = 1`,
      [
        input.openFrom,
        input.openTo,
        input.restFrom,
        input.restMinutes,
        [...input.openDays].sort().join(' '),
        [...input.rackDays].sort().join(' '),
      ],
    );
    await ctx.appendShop('hours', 'shop', { ...input });
    return {};
  },
});
