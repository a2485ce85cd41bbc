import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { fromShopTime } from '@/core/units/shop-time';
import { readShop } from '../queries/shop';
import { handle } from './handler';

export const bookingSet = handle('booking.set', {
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
