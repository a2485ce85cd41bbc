import 'server-only';
import type { Db } from '../database';
import { dayText } from '../day-column';
import type { Row } from '../tables';

/** Dates customers ask for on their pages and nobody has answered; the oldest first. */
export async function openWishes(tx: Db) {
  const rows = await tx.rows<
    Row<'date_wish_now', 'wish_id' | 'order_id' | 'day' | 'words'> &
      Row<'vehicle', 'label'> &
      Row<'customer_contact', 'name'>
  >(
    `SELECT wish_id, order_id, day, words, label, name FROM date_wish_now
       JOIN work_order ON work_order.id = order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact ON customer_contact.customer_id = vehicle.customer_id
      WHERE answer IS NULL ORDER BY at`,
  );
  return rows.map((row) => ({
    wishId: row.wish_id,
    orderId: row.order_id,
    label: row.label,
    customer: row.name,
    words: row.words,
    day: row.day && dayText(row.day),
  }));
}

/** Alignments booked and still to come, the next first. */
export async function comingBookings(tx: Db, from: Date) {
  const rows = await tx.rows<
    Row<'booking_now', 'order_id' | 'rack' | 'starts_at'> &
      Row<'work_order', 'number'> &
      Row<'vehicle', 'label'>
  >(
    `SELECT booking_now.order_id, number, label, rack, starts_at FROM booking_now
       JOIN work_order ON work_order.id = booking_now.order_id
       JOIN vehicle ON vehicle.id = booking_now.vehicle_id
      WHERE kept AND starts_at >= ? ORDER BY starts_at LIMIT 20`,
    [from],
  );
  return rows.map((row) => ({
    orderId: row.order_id,
    number: row.number,
    label: row.label,
    rack: row.rack,
    startsAt: row.starts_at.toISOString(),
  }));
}
