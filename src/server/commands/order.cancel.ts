import { openedUp } from '@/core/ledger/cancel';
import { Refusal } from '@/core/refusal';
import { closeClocksOf } from './clock.off';
import { handle } from './handler';

export const orderCancel = handle('order.cancel', {
  async run(ctx, { orderId, reason }) {
    const order = await ctx.openOrder(orderId);
    const why = openedUp(order.state);
    if (why)
      throw new Refusal(
        'opened-up',
        `${why} It is put back together and handed over, not cancelled.`,
        'orderId',
      );
    await closeClocksOf(ctx, order);
    await ctx.append(
      order.id,
      ...(order.state.place ? [{ kind: 'place' as const, data: { place: null } }] : []),
      { kind: 'cancel', data: { reason } },
    );
    return {};
  },
});
