import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import type { CommandContext, LockedOrder } from '../commands/context';
import type { Row } from '../tables';

/**
 * A fastener found moved at two visits running, with no new part between, is a fault: it becomes a finding of this
 * visit, since another click will not hold what two did not.
 */
export async function findingWhenMovedTwice(
  ctx: CommandContext,
  order: LockedOrder,
  fastener: Fastener,
): Promise<void> {
  const before = await ctx.tx.row<Row<'car_place', 'state'>>(
    `SELECT state FROM car_place WHERE vehicle_id = ? AND place = ? AND what = 'fastener' AND order_number < ?
      ORDER BY order_number DESC LIMIT 1`,
    [order.vehicleId, fastener.place, order.number],
  );
  if (before?.state !== 'shifted') return;
  const text = `${placedName(fastener)} moved at two visits running: find out why before it is clicked again`;
  if (order.state.findings.some((entry) => entry.data.text === text)) return;
  await ctx.append(order.id, {
    kind: 'finding',
    data: {
      findingId: ctx.commandId,
      area: fastener.end === 'rear' ? 'rear' : 'front',
      grade: 'now',
      text,
      photoId: null,
      when: 'during the work',
    },
  });
}
