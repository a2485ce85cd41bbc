import { Refusal } from '@/core/refusal';
import { openHolds } from '@/core/ledger/order-state';
import { byPin } from './by-pin';
import { handle } from './handler';

export const holdEnd = handle('hold.end', {
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
