import { Refusal } from '@/core/refusal';
import { type OrderState, isJob } from '@/core/ledger/order-state';
import { bringCarriedUpToDate } from '../carried';
import { blockersOnTheCar } from '../handoff-ready';
import { closeClocksOf } from './clock.off';
import { handle } from './handler';
import type { Row } from '../tables';

/** What a visit was opened to read and has not, in words; null where it has, or was opened for something else. */
function readingOwed(state: OrderState): string | null {
  const kind = state.intake?.data.orderKind;
  if (kind === 'settled-heights' && !state.heights.length)
    return 'It was opened to measure its heights, and they are not measured.';
  if (kind === 'alignment' && !state.alignments.length)
    return 'It was opened to be aligned, and there is no sheet.';
  return null;
}

export const visitClose = handle('visit.close', {
  async run(ctx, { orderId, note }) {
    const begun = await ctx.runningOrder(orderId);
    // What another order of the car has closed since is closed here too.
    const order = (await bringCarriedUpToDate(ctx, begun)) ? await ctx.order(orderId) : begun;
    if (isJob(order.state)) throw new Refusal('job', 'A job is closed by its handoff.', 'orderId');
    const [hole] = await blockersOnTheCar(ctx.tx, order);
    if (hole) throw new Refusal(hole.code, hole.text, 'orderId');
    const owed = readingOwed(order.state);
    if (owed && !note.trim())
      throw new Refusal('reading', `${owed} Or write down why it is closed without.`, 'note');
    const clicked = new Set(order.state.torques.map((entry) => entry.data.place));
    const open = await ctx.tx.rows<Row<'follow_up', 'id' | 'order_id'> & { places: string[] }>(
      'SELECT id, places, order_id FROM follow_up WHERE vehicle_id = ? AND closed_by IS NULL',
      [order.vehicleId],
    );
    const answered = open.filter(
      (row) =>
        row.order_id !== order.id && row.places.length > 0 && row.places.every((place) => clicked.has(place)),
    );
    await ctx.append(
      order.id,
      { kind: 'visit.closed', data: { note } },
      ...answered.map((row) => ({
        kind: 'followup.close' as const,
        data: { followUpId: row.id, how: 'visit' as const, evidence: order.id, reason: null },
      })),
    );
    await closeClocksOf(ctx, order);
    return { closed: answered.length };
  },
});
