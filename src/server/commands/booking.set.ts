import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { fromShopTime } from '@/core/units/shop-time';
import { readShop } from '../queries/shop';
import { command } from './command';
import { id, line, text } from './fields';

interface BookingInput {
  orderId: string;
  bookingId: string | null;
  rack: string;
  own: boolean;
  /** The shop's own time, `YYYY-MM-DDTHH:MM`. */
  startsAt: string;
  minutes: number;
  note: string;
  kept: boolean;
}

/** Books an alignment on a rack, ours or a partner's; the same booking again moves it or gives it up. */
export const bookingSet = command({
  name: 'booking.set',
  who: ['tech', 'advisor'],
  input: Joi.object<BookingInput>({
    orderId: id().required(),
    bookingId: id().allow(null).default(null),
    rack: line(80).required().messages({ 'string.empty': 'Say whose rack' }),
    own: Joi.boolean().default(false),
    startsAt: Joi.string()
      .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/)
      .required()
      .messages({
        'string.pattern.base': 'Enter a day and a time',
        'string.empty': 'Enter a day and a time',
      }),
    minutes: Joi.number()
      .integer()
      .min(10)
      .max(600)
      .default(60)
      .messages({ 'number.base': 'Enter the minutes as a number' }),
    note: text(200),
    kept: Joi.boolean().default(true),
  }),
  async run(ctx, { orderId, bookingId, startsAt, ...data }) {
    const order = await ctx.openOrder(orderId);
    if (bookingId && !order.state.after.bookings.has(bookingId))
      throw new Refusal('no-booking', 'This order has no such booking.', 'bookingId');
    const { timeZone } = await readShop(ctx.tx);
    const at = fromShopTime(startsAt, timeZone);
    if (data.kept && at < ctx.receivedAt.toISOString())
      throw new Refusal('past', 'That time has passed: choose a later one.', 'startsAt');
    const booked = bookingId ?? randomUUID();
    await ctx.append(order.id, { kind: 'booking', data: { bookingId: booked, startsAt: at, ...data } });
    return { bookingId: booked };
  },
});
