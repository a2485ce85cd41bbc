import { Refusal } from '@/core/refusal';
import { isClosed } from '@/core/ledger/order-state';
import { handle } from './handler';
import type { Row } from '../tables';

export const checkInRecord = handle('checkin.record', {
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.order(orderId);
    if (!isClosed(order.state))
      throw new Refusal('early', 'That is asked months after the handoff.', 'orderId');
    const due = await ctx.tx.rows<Row<'follow_up', 'id'>>(
      "SELECT id FROM follow_up WHERE order_id = ? AND kind = 'check-in' AND closed_by IS NULL",
      [order.id],
    );
    await ctx.append(
      order.id,
      { kind: 'check-in', data },
      ...due.map((row) => ({
        kind: 'followup.close' as const,
        data: { followUpId: row.id, how: 'evidence' as const, evidence: order.id, reason: null },
      })),
    );
    return {};
  },
});
