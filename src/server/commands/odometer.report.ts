import Joi from 'joi';
import type { Odometer } from '@/core/ledger/entries';
import { command } from './command';
import { id, odometer } from './fields';

/** Keeps an odometer the customer read out, so that the come-backs know the driver's pace. */
export const odometerReport = command({
  name: 'odometer.report',
  who: ['advisor', 'tech'],
  onLink: true,
  input: Joi.object<{ orderId: string; odometer: Odometer }>({
    orderId: id().required(),
    odometer: odometer(),
  }),
  async run(ctx, { orderId, odometer: read }) {
    const order = await ctx.order(orderId);
    await ctx.append(order.id, { kind: 'odometer', data: { odometer: read } });
    return {};
  },
});
