import { longOnTrial } from '@/core/ledger/trial';
import { loadOrder } from '../entries/order';
import 'server-only';
import type { TapeMarkId } from '@/core/ledger/tape';
import type { Role } from '@/core/ledger/roles';
import type { Db } from '../database';
import type { Row } from '../tables';

export interface DayOrder {
  id: string;
  number: number;
  vehicleId: string;
  kind: string;
  place: string | null;
  label: string;
  plate: string;
  customer: string;
  next: string;
  nextRole: Role;
  nextPage: string;
  waiting: boolean;
  tape: { id: TapeMarkId; ticks: number; done: number }[];
  promisedFor: string | null;
  /** When it is likely done by the week as it was agreed last; null where it is not in it. */
  likely: string | null;
  onClock: string[];
  lastWorker: string | null;
}

interface DayRow {
  id: string;
  number: number;
  vehicle_id: string;
  kind: string;
  place: string | null;
  label: string;
  plate: string;
  name: string;
  next_text: string;
  next_role: Role;
  next_page: string;
  waiting: number;
  tape: DayOrder['tape'];
  promised_for: Date | null;
  likely: Date | null;
  on_clock: string | null;
  last_worker: string | null;
}

/** Every open order with its next thing, whose it is and how far its tape is out; those promised first lead. */
export async function openOrders(tx: Db): Promise<DayOrder[]> {
  const rows = await tx.rows<DayRow>(
    `SELECT work_order.id, number, vehicle_id, kind, place, label, plate, contact.name, next_text, next_role, next_page, waiting,
            tape, promised_for,
            (SELECT MAX(ends_at) FROM week_slot WHERE job_id = work_order.id) AS likely,
            (SELECT GROUP_CONCAT(person.name ORDER BY clock_now.from_at SEPARATOR '|') FROM clock_now
               JOIN person ON person.id = clock_now.person_id
              WHERE clock_now.order_id = work_order.id AND to_at IS NULL) AS on_clock,
            (SELECT person.name FROM clock_now JOIN person ON person.id = clock_now.person_id
              WHERE clock_now.order_id = work_order.id ORDER BY from_at DESC LIMIT 1) AS last_worker
       FROM order_now
       JOIN work_order ON work_order.id = order_now.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      WHERE NOT closed
      ORDER BY promised_for IS NULL, promised_for, number`,
  );
  return rows.map((row) => ({
    id: row.id,
    number: row.number,
    vehicleId: row.vehicle_id,
    kind: row.kind,
    place: row.place,
    label: row.label,
    plate: row.plate,
    customer: row.name,
    next: row.next_text,
    nextRole: row.next_role,
    nextPage: row.next_page,
    waiting: Boolean(row.waiting),
    tape: row.tape,
    promisedFor: row.promised_for?.toISOString() ?? null,
    likely: row.likely?.toISOString() ?? null,
    onClock: row.on_clock?.split('|') ?? [],
    lastWorker: row.last_worker,
  }));
}

export type ShopPlace = Row<'shop_place', 'id' | 'name' | 'kind'>;

export const shopPlaces = (tx: Db) =>
  tx.rows<ShopPlace>('SELECT id, name, kind FROM shop_place WHERE active ORDER BY position');

export interface RunningClock {
  person: string;
  personId: string;
  orderId: string;
  label: string;
  from: string;
}

/** Who is clocked on, on what, since when. */
export async function runningClocks(tx: Db): Promise<RunningClock[]> {
  const rows = await tx.rows<
    Row<'person', 'name'> & Row<'clock_now', 'person_id' | 'order_id' | 'from_at'> & Row<'vehicle', 'label'>
  >(
    `SELECT person.name, clock_now.person_id, clock_now.order_id, label, from_at FROM clock_now
       JOIN person ON person.id = clock_now.person_id
       JOIN work_order ON work_order.id = clock_now.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
      WHERE to_at IS NULL ORDER BY from_at`,
  );
  return rows.map((row) => ({
    person: row.name,
    personId: row.person_id,
    orderId: row.order_id,
    label: row.label,
    from: row.from_at.toISOString(),
  }));
}

export interface DayTrial {
  orderId: string;
  number: number;
  car: string;
  /** What has been on trial for a week or longer, with its days. */
  words: string[];
}

/** Cars that have stood on trial hardware for a week: nobody is to forget them there. */
export async function longTrials(tx: Db, nowIso: string): Promise<DayTrial[]> {
  const rows = await tx.rows<Row<'work_order', 'id' | 'number'> & Row<'vehicle', 'label'>>(
    `SELECT DISTINCT work_order.id, work_order.number, label FROM car_place
       JOIN work_order ON work_order.id = car_place.order_id
       JOIN order_now ON order_now.order_id = work_order.id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
      WHERE what = 'item' AND state = 'open' AND NOT closed AND JSON_VALUE(definition, '$.kind') = 'temporary'
      ORDER BY work_order.number`,
  );
  const trials = await Promise.all(
    rows.map(async ({ id, number, label }) => {
      const folded = await loadOrder(tx, id);
      return { orderId: id, number, car: label, words: folded ? longOnTrial(folded.state, nowIso) : [] };
    }),
  );
  return trials.filter(({ words }) => words.length > 0);
}

export interface DayTask {
  taskId: string;
  orderId: string;
  number: number;
  car: string;
  words: string;
}

/** What somebody has to look at on a car, oldest first. */
export async function openTaskList(tx: Db): Promise<DayTask[]> {
  const rows = await tx.rows<
    Row<'task_now', 'task_id' | 'order_id' | 'words'> & Row<'work_order', 'number'> & Row<'vehicle', 'label'>
  >(
    `SELECT task_id, task_now.order_id, number, label, words FROM task_now
       JOIN work_order ON work_order.id = task_now.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
      WHERE NOT done ORDER BY at LIMIT 40`,
  );
  return rows.map((row) => ({
    taskId: row.task_id,
    orderId: row.order_id,
    number: row.number,
    car: row.label,
    words: row.words,
  }));
}
