import { quoteAsked } from '../answers-asked';
import { handle } from './handler';

export const quoteAnswer = handle('quote.answer', {
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    await quoteAsked(ctx, order, data);
    await ctx.append(order.id, { kind: 'quote.answer', data });
    return {};
  },
});
