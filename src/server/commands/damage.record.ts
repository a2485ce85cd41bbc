import Joi from 'joi';
import type { DamageData } from '@/core/ledger/entries';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id, line } from './fields';

/** Damage done here: what, why, who pays, and whether the customer knows. */
export const damageRecord = command({
  name: 'damage.record',
  who: ['tech', 'advisor'],
  input: Joi.object<Omit<DamageData, 'damageId'> & { orderId: string }>({
    orderId: id().required(),
    text: line(300).required().messages({ 'string.empty': 'Say what was damaged' }),
    cause: line(300).required().messages({ 'string.empty': 'Say how it came about' }),
    pays: Joi.valid('the shop', 'the customer', 'the maker').required(),
    customerTold: Joi.boolean().required(),
    photoId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    if (data.photoId) await mustHavePhoto(ctx.tx, data.photoId);
    await ctx.append(order.id, { kind: 'damage', data: { damageId: ctx.commandId, ...data } });
    return { damageId: ctx.commandId };
  },
});
