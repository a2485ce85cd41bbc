import Joi from 'joi';
import { command } from './command';

interface ShopInput {
  coilStepTurns: number;
  wheelRecheckKm: number;
  chassisRecheckKm: number;
  chassisRecheckDays: number;
}

/** The shop's own limits: the largest cut of a coil, and when fasteners come back. */
export const shopSet = command({
  name: 'shop.set',
  who: ['lead'],
  input: Joi.object<ShopInput>({
    coilStepTurns: Joi.number().min(0.05).max(0.5).required().messages({
      'number.base': 'Enter the turns as a number',
      'number.max': 'At most half a turn at once',
    }),
    wheelRecheckKm: Joi.number()
      .integer()
      .min(80)
      .max(160)
      .required()
      .messages({ 'number.min': 'Between 80 and 160 km', 'number.max': 'Between 80 and 160 km' }),
    chassisRecheckKm: Joi.number().integer().min(100).max(2000).required(),
    chassisRecheckDays: Joi.number().integer().min(5).max(120).required(),
  }),
  async run(ctx, input) {
    await ctx.tx.run(
      'UPDATE shop SET coil_step_turns = ?, wheel_recheck_km = ?, chassis_recheck_km = ?, chassis_recheck_days = ? WHERE id = 1',
      [input.coilStepTurns, input.wheelRecheckKm, input.chassisRecheckKm, input.chassisRecheckDays],
    );
    await ctx.appendShop('shop', 'shop', { ...input });
    return {};
  },
});
