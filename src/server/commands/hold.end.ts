import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { openHolds } from '@/core/ledger/order-state';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

/** The lead ends a hold for parts that only a later phase needs, with a reason and the lead's own PIN. */
export const holdEnd = command({
  name: 'hold.end',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; holdId: string; leadId: string; pin: string; reason: string }>({
    orderId: id().required(),
    holdId: id().required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
  before: byPin('leadId'),
  async run(ctx, { orderId, holdId, leadId, reason: why }) {
    const order = await ctx.openOrder(orderId);
    const hold = openHolds(order.state).find((one) => one.entry.data.holdId === holdId);
    if (!hold) throw new Refusal('no-hold', 'This hold has ended already.', 'holdId');
    const lines = order.state.parts.list?.data.lines ?? [];
    const early = hold.entry.data.lineIds
      .map((lineId) => lines.find((line) => line.lineId === lineId))
      .find((line) => line && line.phase !== 'align' && line.phase !== 'reassemble');
    if (early)
      throw new Refusal(
        'needed-first',
        `${early.name} is needed as soon as it is apart: the car stays whole until it is here.`,
        'holdId',
      );
    const lead = ctx.lead();
    await ctx.append(
      order.id,
      { kind: 'hold.end', data: { holdId, how: 'lead', leadId: lead.id, reason: why } },
      { kind: 'override', data: { rule: 'later-part', ref: holdId, leadId: lead.id, reason: why } },
    );
    return {};
  },
});
