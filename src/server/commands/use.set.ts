import { handle } from './handler';

export const useSet = handle('use.set', {
  async run(ctx, { orderId, use }) {
    const order = await ctx.openOrder(orderId);
    await ctx.append(order.id, { kind: 'use', data: { use } });
    return {};
  },
});
