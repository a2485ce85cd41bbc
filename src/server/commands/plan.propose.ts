import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { liftPart } from '@/core/calc/lift.predict';
import { anyNumber, motionRatio } from '@/core/calc/fields';
import type { PlanAxle } from '@/core/ledger/entries';
import { baselineOf } from '@/core/ledger/order-state';
import { command } from './command';
import { id, line, text } from './fields';

const axle = () =>
  Joi.object<PlanAxle>({
    name: line(120).required(),
    parts: Joi.array().items(liftPart).min(1).required(),
    springMotionRatio: motionRatio().required(),
    damperMotionRatio: motionRatio().required(),
    ratiosAssumed: Joi.boolean().required(),
    claimed: anyNumber().allow(null).required(),
  })
    .allow(null)
    .required();

/** Freezes a version of the plan: the parts of each axle, what the kit claims, and the baseline it starts from. */
export const planPropose = command({
  name: 'plan.propose',
  who: ['tech', 'lead'],
  input: Joi.object<{ orderId: string; front: PlanAxle | null; rear: PlanAxle | null; note: string }>({
    orderId: id().required(),
    front: axle(),
    rear: axle(),
    note: text(500),
  }),
  async run(ctx, { orderId, front, rear, note }) {
    const order = await ctx.openOrder(orderId);
    const baseline = baselineOf(order.state);
    if (!baseline)
      throw new Refusal(
        'no-baseline',
        'Measure it as it came first: a plan starts from those heights.',
        'orderId',
      );
    if (!front && !rear) throw new Refusal('empty', 'Plan a part for one axle at least.', 'front');
    if (order.state.run) throw new Refusal('running', 'The work has begun on the agreed plan.', 'orderId');
    const blocks = (rear?.parts ?? []).filter((part) => part.kind === 'block' && !part.remove);
    if (blocks.length > 1)
      throw new Refusal(
        'stacked',
        'Blocks are never stacked: take one of the height you need.',
        'rear.parts',
      );
    if (front?.parts.some((part) => part.kind === 'block' && !part.remove)) {
      throw new Refusal('steered-block', 'No block goes on a steered axle.', 'front.parts');
    }
    const version = order.state.plans.length + 1;
    await ctx.append(order.id, {
      kind: 'plan',
      data: { version, baselineId: baseline.entry.id, front, rear, note },
    });
    return { version };
  },
});
