import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
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
    const stuck = order.state.stuck.find(({ entry }) => entry.data.stuckId === stuckId);
    if (!stuck || stuck.end) throw new Refusal('not-stuck', 'Nothing is down as stuck there.', 'stuckId');
    await ctx.append(order.id, { kind: 'stuck.end', data: { stuckId, how } });
    return {};
  },
});
