import { Refusal } from '@/core/refusal';
import { handle } from './handler';

/** So many wishes may wait for an answer. */
const MOST_WAITING = 3;

export const dateWish = handle('date.wish', {
  async run(ctx, { orderId, day, words }) {
    const order = await ctx.order(orderId);
    // Whoever holds the page's address asks: what waits for an answer has an end.
    if (order.state.after.wishes.filter((wish) => !wish.answer).length >= MOST_WAITING)
      throw new Refusal('wishes', 'You have asked already: the shop answers those first.', 'words');
    await ctx.append(order.id, { kind: 'date.wish', data: { wishId: ctx.commandId, day, words } });
    return { wishId: ctx.commandId };
  },
});
