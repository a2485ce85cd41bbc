import 'server-only';
import { type EventAttributes, createEvents } from 'ics';
import type { FollowUpKind } from '@/core/ledger/kinds/coming-back';
import { db } from '../database';
import { sha256 } from '../entries/canonical';
import type { Row } from '../tables';

const TITLES: Record<FollowUpKind, string> = {
  wheel: 'Wheel nuts again',
  chassis: 'Chassis re-torque',
  heights: 'Settled heights',
  alignment: 'Alignment again',
  'check-in': 'Ask how it rides',
};

type DueRow = Row<'follow_up', 'id' | 'kind' | 'due_on' | 'due_odometer' | 'unit'> &
  Row<'work_order', 'number'>;
type BookingRow = Row<'booking_now', 'booking_id' | 'rack' | 'starts_at' | 'minutes'> &
  Row<'work_order', 'number'>;

const dayOf = (date: Date): [number, number, number] => [
  date.getUTCFullYear(),
  date.getUTCMonth() + 1,
  date.getUTCDate(),
];

/** A come-back as a day, and a booking as an hour: by order number alone, no car and no customer named. */
function eventsOf(due: DueRow[], bookings: BookingRow[]): EventAttributes[] {
  return [
    ...due.map((row): EventAttributes => {
      const day = row.due_on!;
      const next = new Date(day.getTime() + 86_400_000);
      return {
        uid: `${row.id}@wrenchwise-ledger`,
        title: `${TITLES[row.kind]} · order ${row.number}`,
        description:
          row.due_odometer === null
            ? 'Due by date.'
            : `Due at ${Math.round(row.due_odometer)} ${row.unit} on the dial, about this day.`,
        start: dayOf(day),
        end: dayOf(next),
        productId: 'wrenchwise-ledger',
        calName: 'Wrenchwise Ledger',
        busyStatus: 'FREE',
      };
    }),
    ...bookings.map((row): EventAttributes => ({
      uid: `${row.booking_id}@wrenchwise-ledger`,
      title: `Alignment · order ${row.number}`,
      location: row.rack,
      start: [...dayOf(row.starts_at), row.starts_at.getUTCHours(), row.starts_at.getUTCMinutes()],
      startInputType: 'utc',
      startOutputType: 'utc',
      duration: { hours: Math.floor(row.minutes / 60), minutes: row.minutes % 60 },
      productId: 'wrenchwise-ledger',
      calName: 'Wrenchwise Ledger',
      busyStatus: 'BUSY',
    })),
  ];
}

function written(events: EventAttributes[]): string {
  const { value, error } = createEvents(events, {
    productId: 'wrenchwise-ledger',
    calName: 'Wrenchwise Ledger',
  });
  if (error || typeof value !== 'string') throw error ?? new Error('the calendar could not be written');
  return value;
}

/** Come-backs and alignment bookings as a calendar; of one order, or of all. */
export async function calendarText(orderId: string | null = null): Promise<string> {
  const due = await db().rows<DueRow>(
    `SELECT follow_up.id, follow_up.kind, number, due_on, due_odometer, unit FROM follow_up
       JOIN work_order ON work_order.id = follow_up.order_id
      WHERE closed_by IS NULL AND due_on IS NOT NULL AND (? IS NULL OR follow_up.order_id = ?) ORDER BY due_on, number`,
    [orderId, orderId],
  );
  const bookings = await db().rows<BookingRow>(
    `SELECT booking_id, number, rack, starts_at, minutes FROM booking_now
       JOIN work_order ON work_order.id = booking_now.order_id
      WHERE kept AND (? IS NULL OR booking_now.order_id = ?) ORDER BY starts_at`,
    [orderId, orderId],
  );
  return written(eventsOf(due, bookings));
}

/** Is this the feed's present secret? */
export async function knowsFeed(secret: string): Promise<boolean> {
  if (!/^[A-Za-z0-9_-]{43}$/.test(secret)) return false;
  const row = await db().row('SELECT id FROM shop WHERE calendar_hash = ?', [sha256(secret)]);
  return row !== null;
}

export const calendarResponse = (text: string, name: string) =>
  new Response(text, {
    headers: {
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': `inline; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
