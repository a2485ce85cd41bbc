import Joi from 'joi';
import { CORNER_SETTINGS, SETTING_TIMES, type SettingData } from '@/core/ledger/entries';
import { command } from './command';
import { corner, id } from './fields';

/** A setting that belongs to a corner, before and after: damper clicks, collar threads, cam position, shackle hole. */
export const settingRecord = command({
  name: 'setting.record',
  who: ['tech'],
  input: Joi.object<SettingData & { orderId: string }>({
    orderId: id().required(),
    what: Joi.valid(...CORNER_SETTINGS.map(([what]) => what)).required(),
    corner: corner().required(),
    when: Joi.valid(...SETTING_TIMES).required(),
    value: Joi.number()
      .min(-100)
      .max(500)
      .required()
      .messages({ 'number.base': 'Enter the setting as a number', 'any.required': 'Enter the setting' }),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    await ctx.append(order.id, { kind: 'setting', data });
    return {};
  },
});
