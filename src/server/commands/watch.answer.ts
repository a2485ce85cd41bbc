import { Refusal } from '@/core/refusal';
import { handle } from './handler';
import type { Row } from '../tables';

export const watchAnswer = handle('watch.answer', {
  async run(ctx, { orderId, watchId, answer, settled }) {
    const order = await ctx.openOrder(orderId);
    const watch = await ctx.tx.row<Row<'watch_now', 'order_id'>>(
      'SELECT order_id FROM watch_now WHERE watch_id = ? AND vehicle_id = ?',
      [watchId, order.vehicleId],
    );
    if (!watch || watch.order_id === order.id)
      throw new Refusal('no-watch', 'No earlier visit of this car left that line.', 'watchId');
    await ctx.append(order.id, { kind: 'watch.answer', data: { watchId, answer, settled } });
    return {};
  },
});
