import Joi from 'joi';
import { supportMove } from '@/core/moves/support';
import { type OneEnd, SUPPORTS, type Support } from '@/core/procedure/types';
import { refuseAgainstOthers } from '../other-orders';
import { command } from './command';
import { id } from './fields';

interface SupportInput {
  orderId: string;
  ends: OneEnd[];
  to: Support;
}

/**
 * Brings ends of the car to another support. Where the run has a step for just that and it may be done now, the step is
 * what gets recorded; a lowering with a ground item open is refused and says which.
 */
export const supportSet = command({
  name: 'support.set',
  who: ['tech'],
  input: Joi.object<SupportInput>({
    orderId: id().required(),
    ends: Joi.array().items(Joi.valid('front', 'rear')).min(1).unique().required(),
    to: Joi.valid(...SUPPORTS).required(),
  }),
  async run(ctx, { orderId, ends, to }) {
    const order = await ctx.runningOrder(orderId);
    const [move] = supportMove(order, { ends, to }, ctx.mover);
    await refuseAgainstOthers(ctx.tx, order, to === 'on-wheels' ? 'lower' : 'other', 'to');
    const [entry] = await ctx.append(order.id, move!);
    return { step: entry!.kind === 'step.done' ? entry!.data.stepId : null };
  },
});
