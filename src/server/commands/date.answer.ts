import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const dateAnswer = handle('date.answer', {
  async run(ctx, { orderId, wishId, words }) {
    const order = await ctx.order(orderId);
    const wish = order.state.after.wishes.find((one) => one.entry.data.wishId === wishId);
    if (!wish) throw new Refusal('no-wish', 'There is no such question on this order.', 'wishId');
    if (wish.answer) throw new Refusal('answered', 'It has been answered already.', 'wishId');
    await ctx.append(order.id, { kind: 'date.answer', data: { wishId, words } });
    return {};
  },
});
