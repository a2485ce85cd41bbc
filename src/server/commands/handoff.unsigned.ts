import { followUpsAtHandoff } from '../follow-up/open';
import { sealHandoff } from '../documents/seal';
import { readyToHandOver } from '../handoff-ready';
import { closeClocksOf } from './clock.off';
import { byPin } from './by-pin';
import { handle } from './handler';

export const handoffUnsigned = handle('handoff.unsigned', {
  seals: true,
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await readyToHandOver(ctx, input.orderId);
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'override',
      data: { rule: 'unsigned', ref: 'unsigned', leadId: lead.id, reason: input.reason },
    });
    await followUpsAtHandoff(ctx, order);
    const version = await sealHandoff(ctx, order, null);
    await closeClocksOf(ctx, order);
    return { version };
  },
});
