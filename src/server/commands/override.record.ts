import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { OVERRIDE_RULES, type OverrideRule } from '@/core/ledger/entries';
import { judgeStep } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

interface OverrideInput {
  orderId: string;
  rule: OverrideRule;
  ref: string;
  leadId: string;
  pin: string;
  reason: string;
}

/** The lead lifts a rule that may be lifted, with a written reason and the lead's own PIN. It goes on the handoff. */
export const overrideRecord = command({
  name: 'override.record',
  who: ['tech', 'advisor'],
  input: Joi.object<OverrideInput>({
    orderId: id().required(),
    rule: Joi.valid(...OVERRIDE_RULES).required(),
    ref: Joi.string().max(300).required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
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
