import { addDays } from 'date-fns';
import { Refusal } from '@/core/refusal';
import { quoteTotals } from '@/core/quote/totals';
import { askAbout, promiseDoubt } from '@/core/doubts';
import { shopDay, shopMoment } from '@/core/units/shop-time';
import { latestPlan } from '@/core/ledger/order-state';
import { expectedLabor } from '../queries/labor';
import { platformOf } from '../queries/platform';
import { readShop, taxOf } from '../queries/shop';
import { handle } from './handler';

export const quoteMake = handle('quote.make', {
  async run(ctx, { orderId, lines, depositCents, promisedFor, unknown, confirmed }) {
    const order = await ctx.openOrder(orderId);
    const shop = await readShop(ctx.tx);
    askAbout(
      [promiseDoubt(promisedFor, ctx.at, promisedFor ? shopMoment(promisedFor, shop.timeZone) : '')],
      confirmed,
    );
    const book = lines.reduce((sum, one) => sum + one.minutes, 0);
    if (book <= 0)
      throw new Refusal('no-hours', 'Put the minutes of the work on one line at least.', 'lines[0].minutes');
    const platform = await platformOf(ctx.tx, order.vehicleId);
    const { p50, p80, jobs } = await expectedLabor(ctx.tx, order.state, platform, book);
    const hours = { p50, p80, jobs };
    const tax = taxOf(shop);
    const { likely } = quoteTotals({ lines, hours, ratePerHour: shop.centsPerHour, tax });
    if (depositCents > likely.total)
      throw new Refusal('deposit', 'The deposit is more than the whole.', 'depositCents');
    const version = order.state.quotes.length + 1;
    await ctx.append(order.id, {
      kind: 'quote',
      data: {
        version,
        planVersion: latestPlan(order.state)?.data.version ?? null,
        lines,
        hours,
        ratePerHour: shop.centsPerHour,
        tax,
        validUntil: shopDay(addDays(ctx.at, shop.quoteDays), shop.timeZone),
        depositCents,
        promisedFor,
        unknown,
      },
    });
    return { version };
  },
});
