import 'server-only';
import { daysBetween } from '@/core/units/shop-time';
import type { FollowUpKind } from '@/core/ledger/kinds/coming-back';
import type { Stripe } from '@/core/procedure/engine';
import type { Db } from '../database';
import { dayText } from '../day-column';

export interface ComeBack {
  id: string;
  orderId: string;
  orderNumber: number;
  vehicleId: string;
  label: string;
  plate: string;
  customer: string;
  phone: string;
  kind: FollowUpKind;
  because: 'handoff' | 'moved' | 'value';
  places: string[];
  dueOdometer: number | null;
  unit: 'km' | 'mi';
  dueOn: string | null;
  /** Where the day may lie while little is known of the pace. */
  earliestOn: string | null;
  latestOn: string | null;
  customerId: string;
  /** False when the customer wants no reminders. */
  reminders: boolean;
  /** The stages spoken of to the customer. */
  reminded: string[];
  pacePerDay: number | null;
  /** Nobody knows the driver’s own pace: its day goes by a usual one. */
  paceAssumed: boolean;
  lastOdometer: number | null;
  startOdometer: number | null;
  /** Whole days until it is due; negative when overdue. */
  daysLeft: number | null;
  stripe: Stripe;
  openVisit: string | null;
}

interface Row {
  id: string;
  order_id: string;
  number: number;
  vehicle_id: string;
  label: string;
  plate: string;
  name: string;
  phone: string;
  kind: FollowUpKind;
  because: 'handoff' | 'moved' | 'value';
  places: string[];
  due_odometer: number | null;
  unit: 'km' | 'mi';
  due_on: Date | null;
  earliest_on: Date | null;
  latest_on: Date | null;
  customer_id: string;
  no_reminders: number;
  reminded: string | null;
  pace_per_day: number | null;
  pace_assumed: number;
  odometer: number | null;
  last_odometer: number | null;
  open_visit: string | null;
}

/** The open come-backs, what is due first leading; one with no day yet stands last. */
export async function openComeBacks(
  tx: Db,
  today: string,
  orderId: string | null = null,
): Promise<ComeBack[]> {
  const rows = await tx.rows<Row>(
    `SELECT follow_up.id, order_id, number, follow_up.vehicle_id, label, plate, contact.name, contact.phone, follow_up.kind,
            because, places, due_odometer, unit, due_on, earliest_on, latest_on, pace_per_day, pace_assumed, odometer,
            contact.customer_id, contact.no_reminders,
            (SELECT GROUP_CONCAT(stage ORDER BY stage) FROM reminder WHERE follow_up_id = follow_up.id AND message_id IS NOT NULL) AS reminded,
            (SELECT value FROM odometer_now WHERE odometer_now.vehicle_id = follow_up.vehicle_id ORDER BY at DESC LIMIT 1) AS last_odometer,
            (SELECT visit.id FROM work_order visit JOIN order_now ON order_now.order_id = visit.id
              WHERE visit.vehicle_id = follow_up.vehicle_id AND visit.kind NOT IN ('job', 'next-stage') AND NOT order_now.closed LIMIT 1) AS open_visit
       FROM follow_up
       JOIN work_order ON work_order.id = follow_up.order_id
       JOIN vehicle ON vehicle.id = follow_up.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      WHERE closed_by IS NULL AND (? IS NULL OR order_id = ?)
      ORDER BY due_on IS NULL, due_on, number`,
    [orderId, orderId],
  );
  return rows.map((row) => {
    const dueOn = row.due_on && dayText(row.due_on);
    return {
      id: row.id,
      orderId: row.order_id,
      orderNumber: row.number,
      vehicleId: row.vehicle_id,
      label: row.label,
      plate: row.plate,
      customer: row.name,
      phone: row.phone,
      kind: row.kind,
      because: row.because,
      places: row.places,
      dueOdometer: row.due_odometer,
      unit: row.unit,
      dueOn,
      earliestOn: row.earliest_on && dayText(row.earliest_on),
      latestOn: row.latest_on && dayText(row.latest_on),
      customerId: row.customer_id,
      reminders: !row.no_reminders,
      reminded: row.reminded?.split(',') ?? [],
      pacePerDay: row.pace_per_day,
      paceAssumed: Boolean(row.pace_assumed),
      lastOdometer: row.last_odometer,
      startOdometer: row.odometer,
      daysLeft: dueOn ? daysBetween(today, dueOn) : null,
      stripe: row.because === 'moved' ? 'shifted' : 'full',
      openVisit: row.open_visit,
    };
  });
}
