import { Refusal } from '@/core/refusal';
import { isClosed } from '@/core/ledger/order-state';
import { closeClocksElsewhere } from './clock.off';
import { handle } from './handler';

export const helperBack = handle('helper.back', {
  async run(ctx, { orderId, helperId }) {
    const order = await ctx.openOrder(orderId);
    const span = order.state.clocks.find(
      (clock) => clock.personId === helperId && clock.helper && clock.to === null,
    );
    if (!span) throw new Refusal('no-helper', 'They are not on this job as a helper.', 'helperId');
    await closeClocksElsewhere(ctx, helperId, 'another job', null);
    const back = span.backTo && (await ctx.order(span.backTo.orderId));
    if (!span.backTo || !back || isClosed(back.state)) return { backTo: null };
    await ctx.append(back.id, {
      kind: 'clock.on',
      data: { clockId: ctx.commandId, personId: helperId, stepId: span.backTo.stepId },
    });
    return { backTo: back.number };
  },
});
