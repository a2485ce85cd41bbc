import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { judgeSupport, stepThatSets } from '@/core/procedure/support';
import { judgeStep } from '@/core/procedure/engine';
import { type OneEnd, SUPPORTS, type Support } from '@/core/procedure/types';
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
    const { document, run } = order;
    const refused = judgeSupport(document, run, ends, to);
    if (refused[0]) throw new Refusal(refused[0].code, refused.map((one) => one.message).join(' '), 'to');
    const moving = ends.filter((end) => run.car.support[end] !== to);
    if (!moving.length) throw new Refusal('no-need', 'It stands like that already.', 'to');
    const step = stepThatSets(document, run, moving, to);
    if (step && !step.measure?.length && judgeStep(document, run, step.id).length === 0) {
      await ctx.append(order.id, {
        kind: 'step.done',
        data: { stepId: step.id, measured: null, note: null },
      });
      return { step: step.id };
    }
    const support = { ...run.car.support };
    for (const end of ends) support[end] = to;
    await ctx.append(order.id, { kind: 'support', data: { support } });
    return { step: null };
  },
});
