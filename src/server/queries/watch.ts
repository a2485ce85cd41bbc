import 'server-only';
import type { Db } from '../database';
import { dayText } from '../day-column';
import { loadOrder } from '../entries/order';
import type { Row } from '../tables';

export interface WatchLine {
  watchId: string;
  orderId: string;
  orderNumber: number;
  words: string;
  photoId: string | null;
  byDay: string | null;
  byDistance: number | null;
  unit: 'km' | 'mi' | null;
  /** The last visit that answered it and watches on. */
  answeredOrder: string | null;
  answer: string;
}

/** The lines of a car's watch lists that are not settled, the oldest first. */
export async function watchLines(tx: Db, vehicleId: string): Promise<WatchLine[]> {
  const rows = await tx.rows<
    Row<
      'watch_now',
      | 'watch_id'
      | 'order_id'
      | 'words'
      | 'photo_id'
      | 'by_day'
      | 'by_distance'
      | 'unit'
      | 'answered_order'
      | 'answer'
    > &
      Row<'work_order', 'number'>
  >(
    `SELECT watch_id, order_id, number, words, photo_id, by_day, by_distance, unit, answered_order, answer
       FROM watch_now JOIN work_order ON work_order.id = order_id
      WHERE watch_now.vehicle_id = ? AND NOT settled ORDER BY number, watch_id`,
    [vehicleId],
  );
  return rows.map((row) => ({
    watchId: row.watch_id,
    orderId: row.order_id,
    orderNumber: row.number,
    words: row.words,
    photoId: row.photo_id,
    byDay: row.by_day && dayText(row.by_day),
    byDistance: row.by_distance,
    unit: row.unit,
    answeredOrder: row.answered_order,
    answer: row.answer,
  }));
}

/** What the stage before this one deferred, by name; null when the order before closed whole. */
export async function stageBefore(
  tx: Db,
  comesBackFrom: string | null,
): Promise<{
  number: number;
  pushOnly: boolean;
  deferred: { code: string; ref: string; text: string }[];
} | null> {
  const before = comesBackFrom ? await loadOrder(tx, comesBackFrom) : null;
  const stage = before?.state.after.stage;
  if (!stage) return null;
  const { pushOnly, deferred } = stage.data;
  return { number: before!.state.intake!.data.number, pushOnly, deferred };
}
