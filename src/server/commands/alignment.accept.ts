import Joi from 'joi';
import { sentBack } from '@/core/ledger/after-work';
import { Refusal } from '@/core/calc/calculator';
import { closeByEvidence } from '../follow-up/evidence';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

/** The lead passes a sheet that did not reach its spec, with a written reason the customer is told. */
export const alignmentAccept = command({
  name: 'alignment.accept',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; sheetId: string; leadId: string; pin: string; reason: string }>({
    orderId: id().required(),
    sheetId: Joi.string().max(48).required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
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
