import { Refusal } from '@/core/refusal';
import { judgeStep } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { handle } from './handler';

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
