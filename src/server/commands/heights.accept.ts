import { Refusal } from '@/core/refusal';
import { byPin } from './by-pin';
import { handle } from './handler';

export const heightsAccept = handle('heights.accept', {
  before: byPin('leadId'),
  async run(ctx, { orderId, pin: typed, ...input }) {
    const order = await ctx.openOrder(orderId);
    if (!order.state.heights.some((set) => set.entry.id === input.setId))
      throw new Refusal('no-set', 'These heights are not on this order.', 'setId');
    const lead = ctx.lead();
    await ctx.append(order.id, { kind: 'heights.accepted', data: { ...input, leadId: lead.id } });
    return {};
  },
});
