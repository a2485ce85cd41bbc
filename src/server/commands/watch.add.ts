import Joi from 'joi';
import { watchMove } from '@/core/moves/noted';
import { calendarDay } from '@/core/calc/fields';
import type { WatchData } from '@/core/ledger/entries';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id, line } from './fields';

/** A doubt that goes with the car: the next visit must answer it by this day or distance. */
export const watchAdd = command({
  name: 'watch.add',
  who: ['tech', 'advisor'],
  input: Joi.object<Omit<WatchData, 'watchId'> & { orderId: string }>({
    orderId: id().required(),
    text: line(300).required().messages({ 'string.empty': 'Say what is to be watched' }),
    photoId: id().allow(null).default(null),
    byDay: calendarDay().allow(null).default(null),
    byDistance: Joi.object({
      distance: Joi.number().greater(0).max(100_000).required(),
      unit: Joi.valid('km', 'mi').required(),
    })
      .allow(null)
      .default(null),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    const moves = watchMove(data, ctx.mover);
    if (data.photoId) await mustHavePhoto(ctx.tx, data.photoId);
    await ctx.append(order.id, ...moves);
    return { watchId: ctx.commandId };
  },
});
