import { Refusal } from '@/core/refusal';
import { waitsForYes } from '@/core/ledger/compared';
import type { OverrideRule } from '@/core/ledger/kinds/bay';
import type { OrderState } from '@/core/ledger/order-state';
import { judgeStep } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { handle } from './handler';

/** What is measured is lifted by the very reading it is about, and only where it is off. @throws Refusal */
function refuseNoNeed(state: OrderState, { rule, ref }: { rule: OverrideRule; ref: string }): void {
  const known = {
    figure: () => state.figures.some(({ id, data }) => id === ref && data.verdict !== 'within'),
    trial: () => state.tries.some(({ id }) => id === ref),
    'used-part': () => waitsForYes(state).some(({ id }) => id === ref),
  } as Partial<Record<OverrideRule, () => boolean>>;
  if (known[rule]?.() === false) throw new Refusal('no-need', 'Nothing of this waits for the lead.', 'ref');
}

export const overrideRecord = handle('override.record', {
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    if (input.rule === 'after') {
      const { document, run } = order.state;
      const refused = document && run ? judgeStep(document, run, input.ref) : [];
      const hard = refused.find(
        (reasonAgainst) =>
          !reasonAgainst.overridable &&
          reasonAgainst.code !== 'untorqued' &&
          reasonAgainst.code !== 'approval',
      );
      if (hard) throw new Refusal('never', `Nobody lifts this: ${hard.message}`, 'ref');
      if (!refused.some((reasonAgainst) => reasonAgainst.code === 'after')) {
        throw new Refusal('no-need', 'This step is not waiting for another.', 'ref');
      }
    }
    refuseNoNeed(order.state, input);
    if (input.rule === 'second-check') {
      const others = await ctx.tx.row<{ count: number }>('SELECT COUNT(*) AS count FROM person WHERE active');
      if ((others?.count ?? 0) > 1) {
        throw new Refusal('never', 'There is somebody else in the shop: ask them to check it.', 'ref');
      }
    }
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'override',
      data: { rule: input.rule, ref: input.ref, leadId: lead.id, reason: input.reason },
    });
    return {};
  },
});
