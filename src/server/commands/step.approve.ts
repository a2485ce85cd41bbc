import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { stepOf } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin } from './fields';

/** The lead's yes to a step that cannot be undone, with the lead's own PIN. */
export const stepApprove = command({
  name: 'step.approve',
  who: ['tech'],
  input: Joi.object<{ orderId: string; stepId: string; leadId: string; pin: string }>({
    orderId: id().required(),
    stepId: Joi.string().max(80).required(),
    leadId: id().required(),
    pin: pin().required(),
  }),
  before: byPin('leadId'),
  async run(ctx, { orderId, stepId }) {
    const order = await ctx.runningOrder(orderId);
    if (!stepOf(order.document, stepId)?.irreversible) {
      throw new Refusal('no-need', 'This step needs no approval.', 'stepId');
    }
    const lead = ctx.lead();
    await ctx.append(order.id, { kind: 'approval', data: { stepId, approverId: lead.id } });
    return {};
  },
});
