import { sentBack } from '@/core/ledger/after-work';
import { Refusal } from '@/core/refusal';
import { closeByEvidence } from '../follow-up/evidence';
import { byPin } from './by-pin';
import { handle } from './handler';

export const alignmentAccept = handle('alignment.accept', {
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    const sheet = order.state.alignments.find((candidate) => candidate.entry.id === input.sheetId);
    if (!sheet) throw new Refusal('no-sheet', 'There is no such sheet on this order.', 'sheetId');
    if (sheet.passes)
      throw new Refusal('no-need', 'This sheet is in its spec: it needs no reason.', 'sheetId');
    if (sentBack(order.state, input.sheetId))
      throw new Refusal('back', 'That sheet sent it back to the bay: align it again.', 'sheetId');
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'alignment.accepted',
      data: { sheetId: input.sheetId, leadId: lead.id, reason: input.reason },
    });
    await closeByEvidence(ctx, order, 'alignment', input.sheetId);
    return {};
  },
});
