import Joi from 'joi';
import { stuckEndMove } from '@/core/moves/noted';
import { STUCK_CURES } from '@/core/ledger/entries';
import { command } from './command';
import { id } from './fields';

interface StuckEndInput {
  orderId: string;
  stuckId: string;
  how: (typeof STUCK_CURES)[number];
}

/** The stuck fastener is loose, or given up on: what did it, mildest first. */
export const stuckEnd = command({
  name: 'stuck.end',
  who: ['tech'],
  input: Joi.object<StuckEndInput>({
    orderId: id().required(),
    stuckId: id().required(),
    how: Joi.valid(...STUCK_CURES).required(),
  }),
  async run(ctx, { orderId, stuckId, how }) {
    const order = await ctx.runningOrder(orderId);
    await ctx.append(order.id, ...stuckEndMove(order.state, { stuckId, how }));
    return {};
  },
});
