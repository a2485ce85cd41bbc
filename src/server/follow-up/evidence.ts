import type { FollowUpKind } from '@/core/ledger/kinds/coming-back';
import type { CommandContext, LockedOrder } from '../commands/context';
import type { Row } from '../tables';

/** Closes the come-backs of a kind that earlier orders of this car opened: this entry is what they waited for. */
export async function closeByEvidence(
  ctx: CommandContext,
  order: LockedOrder,
  kind: FollowUpKind,
  evidence: string,
): Promise<void> {
  const open = await ctx.tx.rows<Row<'follow_up', 'id'>>(
    'SELECT id FROM follow_up WHERE vehicle_id = ? AND kind = ? AND order_id <> ? AND closed_by IS NULL',
    [order.vehicleId, kind, order.id],
  );
  if (!open.length) return;
  await ctx.append(
    order.id,
    ...open.map((row) => ({
      kind: 'followup.close' as const,
      data: { followUpId: row.id, how: 'evidence' as const, evidence, reason: null },
    })),
  );
}
