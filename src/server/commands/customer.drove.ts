import { Refusal } from '@/core/refusal';
import { forbidsDrive } from '@/core/procedure/engine';
import { askAboutDial } from '../dial-question';
import { handle } from './handler';

export const customerDrove = handle('customer.drove', {
  async run(ctx, { orderId, confirmed, ...data }) {
    const order = await ctx.runningOrder(orderId);
    const [refused] = forbidsDrive(order.document, order.run);
    if (refused) throw new Refusal(refused.code, refused.message, 'orderId');
    if (!order.state.roadIn)
      throw new Refusal(
        'road',
        'Nobody of the shop has driven it yet: the road test comes first.',
        'orderId',
      );
    await askAboutDial(ctx, order.vehicleId, data.odometer, confirmed);
    await ctx.append(order.id, { kind: 'customer.drove', data });
    return {};
  },
});
