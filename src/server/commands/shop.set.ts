import Joi from 'joi';
import { command } from './command';

interface ShopInput {
  coilStepTurns: number;
  wheelRecheckKm: number;
  chassisRecheckKm: number;
  chassisRecheckDays: number;
  heightsRecheckKm: number;
  heightsRecheckDays: number;
  alignmentRecheckDays: number;
  checkInDays: number;
  unalignedKm: number;
  hardUsePercent: number;
  quietFrom: number;
  quietTo: number;
}

const whole = (least: number, most: number) =>
  Joi.number()
    .integer()
    .min(least)
    .max(most)
    .messages({
      'number.base': 'Enter a whole number',
      'number.integer': 'Enter a whole number',
      'number.min': `Between ${least} and ${most}`,
      'number.max': `Between ${least} and ${most}`,
    });

/** The column each limit is kept in. */
const COLUMNS: Record<keyof ShopInput, string> = {
  coilStepTurns: 'coil_step_turns',
  wheelRecheckKm: 'wheel_recheck_km',
  chassisRecheckKm: 'chassis_recheck_km',
  chassisRecheckDays: 'chassis_recheck_days',
  heightsRecheckKm: 'heights_recheck_km',
  heightsRecheckDays: 'heights_recheck_days',
  alignmentRecheckDays: 'alignment_recheck_days',
  checkInDays: 'check_in_days',
  unalignedKm: 'unaligned_km',
  hardUsePercent: 'hard_use_percent',
  quietFrom: 'quiet_from',
  quietTo: 'quiet_to',
};

/** The shop's own limits: the largest cut of a coil, when each kind of come-back is due, and its quiet hours. */
export const shopSet = command({
  name: 'shop.set',
  who: ['lead'],
  input: Joi.object<ShopInput>({
    coilStepTurns: Joi.number().min(0.05).max(0.5).required().messages({
      'number.base': 'Enter the turns as a number',
      'number.max': 'At most half a turn at once',
    }),
    wheelRecheckKm: whole(80, 160)
      .required()
      .messages({ 'number.min': 'Between 80 and 160 km', 'number.max': 'Between 80 and 160 km' }),
    chassisRecheckKm: whole(100, 2000).required(),
    chassisRecheckDays: whole(5, 120).required(),
    heightsRecheckKm: whole(100, 5000),
    heightsRecheckDays: whole(5, 365),
    alignmentRecheckDays: whole(5, 730),
    checkInDays: whole(30, 730),
    unalignedKm: whole(5, 200),
    hardUsePercent: whole(20, 100),
    quietFrom: whole(0, 23),
    quietTo: whole(0, 23),
  }),
  async run(ctx, input) {
    const given = (Object.keys(COLUMNS) as (keyof ShopInput)[]).filter((key) => input[key] !== undefined);
    await ctx.tx.run(
      `UPDATE shop SET ${given.map((key) => `${COLUMNS[key]} = ?`).join(', ')} WHERE id = 1`,
      given.map((key) => input[key]),
    );
    await ctx.appendShop('shop', 'shop', { ...input });
    return {};
  },
});
