import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { holdsRole } from '@/core/ledger/roles';
import { command } from './command';
import { id, reason } from './fields';

/** Closes a come-back without a visit: the customer refuses it, or the lead says why it is over (the car is gone). */
export const followUpClose = command({
  name: 'followup.close',
  who: ['advisor'],
  input: Joi.object<{ followUpId: string; how: 'refused' | 'lead'; reason: string }>({
    followUpId: id().required(),
    how: Joi.valid('refused', 'lead').required(),
    reason: reason().required(),
  }),
  async run(ctx, { followUpId, how, reason: why }) {
    const row = await ctx.tx.row<{ order_id: string; closed_by: string | null }>(
      'SELECT order_id, closed_by FROM follow_up WHERE id = ? FOR UPDATE',
      [followUpId],
    );
    if (!row) throw new Refusal('no-follow-up', 'There is no such come-back.', 'followUpId');
    if (row.closed_by) throw new Refusal('closed', 'This come-back is closed already.', 'followUpId');
    if (how === 'lead' && !holdsRole(ctx.person.roles, ['lead'])) {
      throw new Refusal(
        'not-lead',
        'Only the lead closes one without a visit or the customer’s refusal.',
        'how',
      );
    }
    await ctx.append(row.order_id, {
      kind: 'followup.close',
      data: { followUpId, how, evidence: null, reason: why },
    });
    return {};
  },
});
