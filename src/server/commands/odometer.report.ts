import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { dialAsks } from '@/core/ledger/dial-asks';
import type { Odometer } from '@/core/ledger/entries';
import { command } from './command';
import { id, odometer } from './fields';

/** Keeps an odometer the customer read out, so that the come-backs know the driver's pace. */
export const odometerReport = command({
  name: 'odometer.report',
  who: ['advisor', 'tech'],
  onLink: true,
  input: Joi.object<{ orderId: string; odometer: Odometer; confirmed: boolean }>({
    orderId: id().required(),
    odometer: odometer(),
    /** A dial that shows less than at intake was looked at again. */
    confirmed: Joi.boolean().default(false),
  }),
  async run(ctx, { orderId, odometer: read, confirmed }) {
    const order = await ctx.order(orderId);
    const asks = confirmed ? null : dialAsks(order.state, read);
    if (asks) throw new Refusal('confirm', asks, 'odometer.value');
    await ctx.append(order.id, { kind: 'odometer', data: { odometer: read } });
    return {};
  },
});
