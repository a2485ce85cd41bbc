import { Refusal } from '@/core/refusal';
import { holdsRole } from '@/core/ledger/roles';
import { handle } from './handler';
import type { Row } from '../tables';

export const followUpClose = handle('followup.close', {
  async run(ctx, { followUpId, how, reason: why }) {
    const row = await ctx.tx.row<Row<'follow_up', 'order_id' | 'closed_by'>>(
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
