import Joi from 'joi';
import { calendarDay } from '@/core/calc/fields';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id, line } from './fields';

/** So many wishes may wait for an answer. */
const MOST_WAITING = 3;

/** The customer asks for a date; somebody of the shop answers it. */
export const dateWish = command({
  name: 'date.wish',
  who: ['advisor'],
  onLink: true,
  input: Joi.object<{ orderId: string; day: string | null; words: string }>({
    orderId: id().required(),
    day: calendarDay().allow(null).default(null),
    words: line(300).required().messages({ 'string.empty': 'Say what you would like' }),
  }),
  async run(ctx, { orderId, day, words }) {
    const order = await ctx.order(orderId);
    // Whoever holds the page's address asks: what waits for an answer has an end.
    if (order.state.after.wishes.filter((wish) => !wish.answer).length >= MOST_WAITING)
      throw new Refusal('wishes', 'You have asked already: the shop answers those first.', 'words');
    await ctx.append(order.id, { kind: 'date.wish', data: { wishId: ctx.commandId, day, words } });
    return { wishId: ctx.commandId };
  },
});
