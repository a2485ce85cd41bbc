import { Refusal } from '@/core/refusal';
import { dialAsks } from '@/core/ledger/dial-asks';
import { handle } from './handler';

export const odometerReport = handle('odometer.report', {
  async run(ctx, { orderId, odometer: read, confirmed }) {
    const order = await ctx.order(orderId);
    const asks = confirmed ? null : dialAsks(order.state, read);
    if (asks) throw new Refusal('confirm', asks, 'odometer.value');
    await ctx.append(order.id, { kind: 'odometer', data: { odometer: read } });
    return {};
  },
});
