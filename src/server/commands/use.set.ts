import Joi from 'joi';
import { CAR_USES, type CarUse } from '@/core/ledger/after-work-book';
import { command } from './command';
import { id } from './fields';

/** Says how the car will be used: what works hard comes back sooner. */
export const useSet = command({
  name: 'use.set',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; use: CarUse }>({
    orderId: id().required(),
    use: Joi.valid(...CAR_USES.map(([use]) => use)).required(),
  }),
  async run(ctx, { orderId, use }) {
    const order = await ctx.openOrder(orderId);
    await ctx.append(order.id, { kind: 'use', data: { use } });
    return {};
  },
});
