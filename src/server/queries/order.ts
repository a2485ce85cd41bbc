import 'server-only';
import type { Entry } from '@/core/ledger/entries';
import type { OrderKind } from '@/core/ledger/kinds/arrival';
import type { OrderState } from '@/core/ledger/order-state';
import { THE_CUSTOMER, THE_MACHINE } from '@/core/ledger/roles';
import type { BodyKind } from '@/core/stance/shapes';
import type { SuspensionKind } from '@/core/planner/axle-kinds';
import type { VehicleFacts } from '@/core/vehicle-facts';
import type { Db } from '../database';
import { loadOrder } from '../entries/order';
import { type Shop, readShop } from './shop';
import type { Row } from '../tables';

export interface OrderFile {
  id: string;
  number: number;
  kind: OrderKind;
  comesBackFrom: string | null;
  createdAt: string;
  /** Taken in from another shop: when, and how many of its first entries were recorded there. */
  takenIn: { at: string; entries: number } | null;
  vehicle: {
    id: string;
    label: string;
    body: BodyKind;
    plate: string;
    vin: string;
    drive: string;
    frontSuspension: SuspensionKind;
    rearSuspension: SuspensionKind;
    wheelbaseMm: number;
    distanceUnit: 'km' | 'mi';
    platform: string;
    facts: VehicleFacts;
    later: string;
  };
  customer: { id: string; name: string; phone: string; email: string };
  shop: Shop;
  people: Record<string, string>;
  entries: readonly Entry[];
  state: OrderState;
}

type FileRow = Row<
  'work_order',
  'id' | 'number' | 'comes_back_from' | 'created_at' | 'taken_in' | 'taken_in_entries' | 'vehicle_id'
> &
  Row<
    'vehicle',
    | 'label'
    | 'body'
    | 'plate'
    | 'vin'
    | 'drive'
    | 'wheelbase_mm'
    | 'distance_unit'
    | 'platform'
    | 'later'
    | 'customer_id'
  > &
  Row<'customer_contact', 'name' | 'phone' | 'email'> & {
    kind: OrderKind;
    front_suspension: SuspensionKind;
    rear_suspension: SuspensionKind;
    facts: VehicleFacts;
  };

/** Names of everybody who ever worked here, by id. */
export async function peopleNames(tx: Db): Promise<Record<string, string>> {
  const rows = await tx.rows<Row<'person', 'id' | 'name'>>('SELECT id, name FROM person');
  return Object.fromEntries([...rows, THE_CUSTOMER, THE_MACHINE].map((row) => [row.id, row.name]));
}

/** Everything about one work order that its pages show; null when there is none. */
export async function readOrderFile(tx: Db, orderId: string): Promise<OrderFile | null> {
  const row = await tx.row<FileRow>(
    `SELECT work_order.id, number, kind, comes_back_from, work_order.created_at, taken_in, taken_in_entries, vehicle_id, label, body, plate, vin, drive,
            front_suspension, rear_suspension, wheelbase_mm, distance_unit, platform, facts, later, vehicle.customer_id, name, phone, email
       FROM work_order
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact ON customer_contact.customer_id = vehicle.customer_id
      WHERE work_order.id = ?`,
    [orderId],
  );
  const folded = row && (await loadOrder(tx, orderId));
  if (!row || !folded) return null;
  return {
    id: row.id,
    number: row.number,
    kind: row.kind,
    comesBackFrom: row.comes_back_from,
    createdAt: row.created_at.toISOString(),
    takenIn: row.taken_in && { at: row.taken_in.toISOString(), entries: row.taken_in_entries ?? 0 },
    vehicle: {
      id: row.vehicle_id,
      label: row.label,
      body: row.body,
      plate: row.plate,
      vin: row.vin,
      drive: row.drive,
      frontSuspension: row.front_suspension,
      rearSuspension: row.rear_suspension,
      wheelbaseMm: row.wheelbase_mm,
      distanceUnit: row.distance_unit,
      platform: row.platform,
      facts: row.facts,
      later: row.later,
    },
    customer: { id: row.customer_id, name: row.name, phone: row.phone, email: row.email },
    shop: await readShop(tx),
    people: await peopleNames(tx),
    ...folded,
  };
}
