import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id, line } from './fields';

/** Answers a customer's wish for a date; they read it on their page. */
export const dateAnswer = command({
  name: 'date.answer',
  who: ['advisor'],
  input: Joi.object<{ orderId: string; wishId: string; words: string }>({
    orderId: id().required(),
    wishId: id().required(),
    words: line(300).required().messages({ 'string.empty': 'Write what you tell them' }),
  }),
  async run(ctx, { orderId, wishId, words }) {
    const order = await ctx.order(orderId);
    const wish = order.state.after.wishes.find((one) => one.entry.data.wishId === wishId);
    if (!wish) throw new Refusal('no-wish', 'There is no such question on this order.', 'wishId');
    if (wish.answer) throw new Refusal('answered', 'It has been answered already.', 'wishId');
    await ctx.append(order.id, { kind: 'date.answer', data: { wishId, words } });
    return {};
  },
});
