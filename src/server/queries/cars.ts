import 'server-only';
import type { VehicleFacts } from '@/core/vehicle-facts';
import type { SuspensionKind } from '@/core/planner/axle-kinds';
import type { Db } from '../database';
import { carOfPlate } from '../known-plate';
import { searchAll } from './search';
import { type ChosenSet, setsToChoose } from './wheel-sets';
import type { Row } from '../tables';

export interface ListedCar {
  id: string;
  label: string;
  plate: string;
  customer: string;
  visits: number;
  lastAt: string;
}

const PAGE = 40;

/** The cars a search finds, and those whose VIN begins so. */
async function carsOfFound(tx: Db, search: string): Promise<string[]> {
  const orders = [...new Set((await searchAll(tx, search)).map((hit) => hit.orderId))];
  const cars = orders.length
    ? await tx.rows<{ id: string }>(
        `SELECT DISTINCT vehicle_id AS id FROM work_order WHERE id IN (${orders.map(() => '?').join(', ')})`,
        orders,
      )
    : [];
  const vin = await tx.rows<Row<'vehicle', 'id'>>('SELECT id FROM vehicle WHERE vin = ?', [
    search.trim().toUpperCase(),
  ]);
  return [...new Set([...cars, ...vin].map((row) => row.id))];
}

/** Cars by plate, name or customer, those seen last first. */
export async function findCars(
  tx: Db,
  search: string,
  page: number,
): Promise<{ cars: ListedCar[]; more: boolean }> {
  const found = search.trim() ? await carsOfFound(tx, search) : null;
  if (found && !found.length) return { cars: [], more: false };
  const rows = await tx.rows<{
    id: string;
    label: string;
    plate: string;
    name: string;
    visits: number;
    last_at: Date;
  }>(
    `SELECT vehicle.id, label, plate, contact.name, seen_at AS last_at,
            (SELECT COUNT(*) FROM work_order WHERE work_order.vehicle_id = vehicle.id) AS visits
       FROM (SELECT id FROM vehicle
              WHERE merged_into IS NULL ${found ? `AND id IN (${found.map(() => '?').join(', ')})` : ''}
              ORDER BY seen_at DESC, id DESC
              LIMIT ${PAGE + 1} OFFSET ${Math.max(0, Math.trunc(page)) * PAGE}) page
       JOIN vehicle ON vehicle.id = page.id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      ORDER BY seen_at DESC, vehicle.id DESC`,
    found ?? [],
  );
  return {
    cars: rows.slice(0, PAGE).map((row) => ({
      id: row.id,
      label: row.label,
      plate: row.plate,
      customer: row.name,
      visits: row.visits,
      lastAt: row.last_at.toISOString(),
    })),
    more: rows.length > PAGE,
  };
}

export interface CarFile {
  id: string;
  label: string;
  plate: string;
  vin: string;
  platform: string;
  later: string;
  facts: VehicleFacts;
  front: SuspensionKind;
  rear: SuspensionKind;
  body: string;
  drive: string;
  wheelbaseMm: number;
  distanceUnit: 'km' | 'mi';
  /** The car this one was merged with: its orders are there. */
  mergedInto: string | null;
  customer: { id: string; name: string; phone: string; email: string };
  visits: { id: string; number: number; kind: string; at: string; next: string; closed: boolean }[];
  measures: { label: string; value: number; known: string }[];
  others: { id: string; label: string; plate: string }[];
}

/** One car with its customer, every visit, what was measured of it, and the customer's other cars; null when unknown. */
export async function readCar(tx: Db, carId: string): Promise<CarFile | null> {
  const row = await tx.row<
    Row<
      'vehicle',
      | 'id'
      | 'label'
      | 'plate'
      | 'vin'
      | 'platform'
      | 'later'
      | 'customer_id'
      | 'body'
      | 'drive'
      | 'wheelbase_mm'
      | 'distance_unit'
      | 'merged_into'
    > &
      Row<'customer_contact', 'name' | 'phone' | 'email'> & {
        facts: VehicleFacts;
        front_suspension: SuspensionKind;
        rear_suspension: SuspensionKind;
      }
  >(
    `SELECT vehicle.id, label, plate, vin, platform, later, facts, front_suspension, rear_suspension, vehicle.customer_id,
            body, drive, wheelbase_mm, distance_unit, merged_into,
            name, phone, email
       FROM vehicle JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id WHERE vehicle.id = ?`,
    [carId],
  );
  if (!row) return null;
  const visits = await tx.rows<
    Row<'work_order', 'id' | 'number' | 'kind' | 'created_at'> & Row<'order_now', 'next_text' | 'closed'>
  >(
    `SELECT work_order.id, number, kind, work_order.created_at, next_text, closed FROM work_order
       JOIN order_now ON order_now.order_id = work_order.id WHERE vehicle_id = ? ORDER BY number DESC LIMIT 200`,
    [carId],
  );
  const measures = await tx.rows<Row<'car_measure', 'measure' | 'value' | 'known'>>(
    'SELECT measure, value, known FROM car_measure WHERE vehicle_id = ? ORDER BY measure, at',
    [carId],
  );
  const others = await tx.rows<Row<'vehicle', 'id' | 'label' | 'plate'>>(
    'SELECT id, label, plate FROM vehicle WHERE customer_id = ? AND id <> ? AND merged_into IS NULL ORDER BY label LIMIT 50',
    [row.customer_id, carId],
  );
  const last = new Map(measures.map((one) => [one.measure, one]));
  return {
    id: row.id,
    label: row.label,
    plate: row.plate,
    vin: row.vin,
    platform: row.platform,
    later: row.later,
    facts: row.facts,
    front: row.front_suspension,
    rear: row.rear_suspension,
    body: row.body,
    drive: row.drive,
    wheelbaseMm: row.wheelbase_mm,
    distanceUnit: row.distance_unit,
    mergedInto: row.merged_into,
    customer: { id: row.customer_id, name: row.name, phone: row.phone, email: row.email },
    visits: visits.map((visit) => ({
      id: visit.id,
      number: visit.number,
      kind: visit.kind,
      at: visit.created_at.toISOString(),
      next: visit.next_text,
      closed: Boolean(visit.closed),
    })),
    measures: [...last.values()].map(({ measure, value, known }) => ({ label: measure, value, known })),
    others,
  };
}

/** A car the shop has seen, with what an intake of it has to know. */
export interface KnownCar {
  id: string;
  customerId: string;
  label: string;
  plate: string;
  customer: string;
  distanceUnit: 'km' | 'mi';
  /** The wheel sets it may come on. */
  sets: ChosenSet[];
  /** Its order that is still open. */
  open: { id: string; number: number; next: string } | null;
}

/** Cars that may come again: those the letters find, seen last first. */
export async function knownCars(tx: Db, search: string): Promise<KnownCar[]> {
  return withOrders(tx, (await findCars(tx, search, 0)).cars);
}

/** The car of just this plate, however it is written. */
export async function carsOfPlate(tx: Db, plate: string): Promise<KnownCar[]> {
  const car = await carOfPlate(tx, plate);
  return car ? withOrders(tx, [{ ...car, customer: car.name }]) : [];
}

/** The cars of whoever has just this telephone, however it is written; those seen last first. */
export async function carsOfPhone(tx: Db, phone: string): Promise<KnownCar[]> {
  const digits = phone.replace(/\D/g, '');
  if (digits.length < 6) return [];
  const rows = await tx.rows<Row<'vehicle', 'id' | 'label' | 'plate'> & Row<'customer_contact', 'name'>>(
    `SELECT vehicle.id, label, plate, contact.name FROM customer_contact AS contact
       JOIN vehicle ON vehicle.customer_id = contact.customer_id
      WHERE merged_into IS NULL AND REGEXP_REPLACE(phone, '[^0-9]', '') = ? ORDER BY seen_at DESC LIMIT 5`,
    [digits],
  );
  return withOrders(
    tx,
    rows.map((row) => ({ ...row, customer: row.name })),
  );
}

async function withOrders(
  tx: Db,
  cars: Pick<ListedCar, 'id' | 'label' | 'plate' | 'customer'>[],
): Promise<KnownCar[]> {
  if (!cars.length) return [];
  const ids = cars.map((car) => car.id);
  const holes = ids.map(() => '?').join(', ');
  const [sets, rows, open] = await Promise.all([
    setsToChoose(tx, ids),
    tx.rows<Row<'vehicle', 'id' | 'customer_id' | 'distance_unit'>>(
      `SELECT id, customer_id, distance_unit FROM vehicle WHERE id IN (${holes})`,
      ids,
    ),
    tx.rows<Row<'work_order', 'id' | 'number' | 'vehicle_id'> & Row<'order_now', 'next_text'>>(
      `SELECT work_order.id, number, vehicle_id, next_text FROM work_order
         JOIN order_now ON order_now.order_id = work_order.id
        WHERE NOT closed AND vehicle_id IN (${holes})`,
      ids,
    ),
  ]);
  return cars.map(({ id, label, plate, customer }) => {
    const row = rows.find((one) => one.id === id)!;
    const order = open.find((one) => one.vehicle_id === id);
    return {
      id,
      label,
      plate,
      customer,
      customerId: row.customer_id,
      distanceUnit: row.distance_unit as 'km' | 'mi',
      sets: sets.get(id)!,
      open: order ? { id: order.id, number: order.number, next: order.next_text } : null,
    };
  });
}
