import { Refusal } from '@/core/refusal';
import { assertAnswerChannel } from './answer-channel';
import { handle } from './handler';

export const quoteAnswer = handle('quote.answer', {
  async run(ctx, { orderId, ...data }) {
    assertAnswerChannel(ctx, data.how);
    const order = await ctx.openOrder(orderId);
    const last = order.state.quotes[order.state.quotes.length - 1];
    if (!last) throw new Refusal('no-quote', 'There is no quote to answer yet.', 'version');
    if (last.entry.data.version !== data.version)
      throw new Refusal('changed', 'There is a newer version of the quote: ask about that.', 'version');
    await ctx.append(order.id, { kind: 'quote.answer', data });
    return {};
  },
});
