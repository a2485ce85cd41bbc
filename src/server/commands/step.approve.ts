import { Refusal } from '@/core/refusal';
import { stepOf } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { handle } from './handler';

export const stepApprove = handle('step.approve', {
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
