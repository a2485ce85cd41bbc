import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { QuoteLine } from '@/core/ledger/job-book';
import { latestPlan } from '@/core/ledger/order-state';
import { expectedLabor } from '../queries/labor';
import { readShop } from '../queries/shop';
import { command } from './command';
import { id, line, text } from './fields';

interface QuoteInput {
  orderId: string;
  lines: QuoteLine[];
  depositCents: number;
  promisedFor: string | null;
  unknown: string;
}

const cents = () => Joi.number().integer().min(0).max(99_999_999);
/** Writes a version of the quote: lines, hours with the range the shop's past supports, deposit, promise, what is unknown. */
export const quoteMake = command({
  name: 'quote.make',
  who: ['advisor'],
  input: Joi.object<QuoteInput>({
    orderId: id().required(),
    lines: Joi.array()
      .items(
        Joi.object({
          text: line(200).required(),
          cents: cents().required().messages({ 'number.base': 'Enter the price' }),
          minutes: Joi.number()
            .min(0)
            .max(50_000)
            .required()
            .messages({ 'number.base': 'Enter the minutes' }),
        }),
      )
      .min(1)
      .max(100)
      .required()
      .messages({ 'array.min': 'A quote has a line at least' }),
    depositCents: cents().default(0),
    promisedFor: Joi.string().isoDate().allow(null).default(null),
    unknown: text(500),
  }),
  async run(ctx, { orderId, lines, depositCents, promisedFor, unknown }) {
    const order = await ctx.openOrder(orderId);
    const shop = await readShop(ctx.tx);
    const book = lines.reduce((sum, one) => sum + one.minutes, 0);
    const total = lines.reduce((sum, one) => sum + one.cents, 0);
    if (book <= 0)
      throw new Refusal('no-hours', 'Put the minutes of the work on one line at least.', 'lines[0].minutes');
    if (depositCents > total + (book / 60) * shop.centsPerHour)
      throw new Refusal('deposit', 'The deposit is more than the whole.', 'depositCents');
    const vehicle = await ctx.tx.row<{ platform: string }>('SELECT platform FROM vehicle WHERE id = ?', [
      order.vehicleId,
    ]);
    const { p50, p80, jobs } = await expectedLabor(ctx.tx, order.state, vehicle!.platform, book);
    const version = order.state.quotes.length + 1;
    await ctx.append(order.id, {
      kind: 'quote',
      data: {
        version,
        planVersion: latestPlan(order.state)?.data.version ?? null,
        lines,
        hours: { p50, p80, jobs },
        ratePerHour: shop.centsPerHour,
        depositCents,
        promisedFor,
        unknown,
      },
    });
    return { version };
  },
});
