import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id, line } from './fields';

/** Answers a line that an earlier visit left to be watched: settled, or watched on. */
export const watchAnswer = command({
  name: 'watch.answer',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; watchId: string; answer: string; settled: boolean }>({
    orderId: id().required(),
    watchId: id().required(),
    answer: line(300).required().messages({ 'string.empty': 'Say what you found' }),
    settled: Joi.boolean().required(),
  }),
  async run(ctx, { orderId, watchId, answer, settled }) {
    const order = await ctx.openOrder(orderId);
    const watch = await ctx.tx.row<{ order_id: string }>(
      'SELECT order_id FROM watch_now WHERE watch_id = ? AND vehicle_id = ?',
      [watchId, order.vehicleId],
    );
    if (!watch || watch.order_id === order.id)
      throw new Refusal('no-watch', 'No earlier visit of this car left that line.', 'watchId');
    await ctx.append(order.id, { kind: 'watch.answer', data: { watchId, answer, settled } });
    return {};
  },
});
