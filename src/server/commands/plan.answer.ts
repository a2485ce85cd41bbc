import { Refusal } from '@/core/refusal';
import { latestPlan } from '@/core/ledger/order-state';
import { partsExpected } from '../parts-expected';
import { handle } from './handler';

export const planAnswerCommand = handle('plan.answer', {
  async run(ctx, { orderId, version, yes, how, witness }) {
    const order = await ctx.openOrder(orderId);
    const plan = latestPlan(order.state);
    if (!plan) throw new Refusal('no-plan', 'There is no plan to answer yet.', 'version');
    if (plan.data.version !== version) {
      throw new Refusal(
        'changed',
        'The plan has changed since it was shown: look at it again and ask again.',
        'version',
      );
    }
    if (order.state.run) throw new Refusal('running', 'The work has begun on this plan.', 'version');
    const list = yes ? await partsExpected(ctx.tx, order.vehicleId, plan.data) : null;
    await ctx.append(
      order.id,
      { kind: 'agreement', data: { what: 'plan', planVersion: version, yes, how, witness } },
      ...(list ? [{ kind: 'parts.list' as const, data: list }] : []),
    );
    return {};
  },
});
