import { askAboutDial } from '../dial-question';
import { handle } from './handler';

export const odometerReport = handle('odometer.report', {
  async run(ctx, { orderId, odometer: read, confirmed }) {
    const order = await ctx.order(orderId);
    await askAboutDial(ctx, order.vehicleId, read, confirmed);
    await ctx.append(order.id, { kind: 'odometer', data: { odometer: read } });
    return {};
  },
});
