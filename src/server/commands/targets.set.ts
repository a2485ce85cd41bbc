import { askAbout } from '@/core/doubts';
import { latestPlan } from '@/core/ledger/order-state';
import { Refusal } from '@/core/refusal';
import { doubtAboutTarget } from './length-in';
import { handle } from './handler';

export const targetsSet = handle('targets.set', {
  async run(ctx, { orderId, targets, agreed, how, witness, confirmed }) {
    const order = await ctx.openOrder(orderId);
    if (order.state.run)
      throw new Refusal('running', 'The work has begun: other heights are the next stage’s.', 'orderId');
    askAbout(
      (['front', 'rear'] as const).map((end) => doubtAboutTarget(targets, end)),
      confirmed,
    );
    await ctx.append(
      order.id,
      { kind: 'targets', data: { targets } },
      ...(agreed
        ? [
            {
              kind: 'agreement' as const,
              data: { what: 'targets' as const, planVersion: null, yes: true, how, witness },
            },
          ]
        : []),
    );
    return { planAgain: latestPlan(order.state) !== null };
  },
});
