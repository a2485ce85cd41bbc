import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { QuoteAnswerData } from '@/core/ledger/job-book';
import { answerFieldsOnLink, answeredWhere } from './answers';
import { command } from './command';
import { id } from './fields';

/** The customer's yes or no to the last version of the quote. */
export const quoteAnswer = command({
  name: 'quote.answer',
  who: ['advisor'],
  onLink: true,
  input: Joi.object<QuoteAnswerData & { orderId: string }>({
    orderId: id().required(),
    version: Joi.number().integer().required(),
    ...answerFieldsOnLink,
  }),
  async run(ctx, { orderId, ...data }) {
    answeredWhere(ctx, data.how);
    const order = await ctx.openOrder(orderId);
    const last = order.state.quotes[order.state.quotes.length - 1];
    if (!last) throw new Refusal('no-quote', 'There is no quote to answer yet.', 'version');
    if (last.entry.data.version !== data.version)
      throw new Refusal('changed', 'There is a newer version of the quote: ask about that.', 'version');
    await ctx.append(order.id, { kind: 'quote.answer', data });
    return {};
  },
});
