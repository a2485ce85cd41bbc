import 'server-only';
import type { TapeMarkId } from '@/core/ledger/tape';
import type { Db } from '../database';
import { dayText } from '../day-column';
import { type Hit, searchAll } from './search';
import type { Row } from '../tables';

export interface ListedOrder {
  id: string;
  number: number;
  kind: string;
  label: string;
  plate: string;
  customer: string;
  closed: boolean;
  next: string;
  tape: { id: TapeMarkId; ticks: number; done: number }[];
  createdAt: string;
  waiting: boolean;
  promisedFor: string | null;
  /** Where it stands; null in the yard. */
  placeName: string | null;
}

export const ORDER_FILTERS = ['open', 'waiting', 'bay', 'late', 'mine', 'all'] as const;
export type OrderFilter = (typeof ORDER_FILTERS)[number];

/** What each filter asks of an order; the person or the moment it asks by. */
const FILTERED: Record<OrderFilter, { where: string; by: 'person' | 'now' | null }> = {
  open: { where: 'NOT closed', by: null },
  waiting: { where: 'NOT closed AND waiting', by: null },
  bay: { where: 'NOT closed AND place IS NOT NULL', by: null },
  late: { where: 'NOT closed AND promised_for < ?', by: 'now' },
  mine: {
    where:
      'NOT closed AND EXISTS (SELECT 1 FROM clock_now WHERE clock_now.order_id = order_now.order_id AND person_id = ?)',
    by: 'person',
  },
  all: { where: 'TRUE', by: null },
};

export const PAGE_SIZE = 25;

/** All orders of the cars a search finds. */
async function ordersOfFound(tx: Db, text: string): Promise<string[]> {
  const hits = await searchAll(tx, text);
  const of = (...what: Hit['what'][]) =>
    hits.filter((hit) => what.includes(hit.what)).map((hit) => hit.orderId);
  // A plate or a number is meant when there is one; else a name or a car. Words of the record are the finder's.
  const exact = of('order', 'plate');
  const cars = exact.length ? exact : of('customer', 'car');
  if (!cars.length) return [];
  const rows = await tx.rows<Row<'work_order', 'id'>>(
    `SELECT other.id FROM work_order JOIN work_order other ON other.vehicle_id = work_order.vehicle_id
      WHERE work_order.id IN (${cars.map(() => '?').join(', ')})`,
    cars,
  );
  return [...new Set(rows.map((row) => row.id))];
}

/**
 * Orders by plate, the last characters of a plate, car, customer or number; open ones first, newest first. Where nothing
 * is looked for, those a filter shows.
 */
export async function findOrders(
  tx: Db,
  search: string,
  page: number,
  filter: { show: OrderFilter; personId: string; now: Date } | null = null,
): Promise<{ orders: ListedOrder[]; more: boolean }> {
  const text = search.trim();
  const ids = text ? await ordersOfFound(tx, text) : null;
  if (ids && !ids.length) return { orders: [], more: false };
  const { where, by } = FILTERED[filter?.show ?? 'all'];
  const asked = by === null ? [] : [by === 'now' ? filter!.now : filter!.personId];
  const rows = await tx.rows<{
    id: string;
    number: number;
    kind: string;
    label: string;
    plate: string;
    name: string;
    closed: number;
    next_text: string;
    tape: ListedOrder['tape'];
    created_at: Date;
    waiting: number;
    promised_for: Date | null;
    place_name: string | null;
  }>(
    `SELECT work_order.id, number, work_order.kind, label, plate, contact.name, closed, next_text, tape, work_order.created_at,
            waiting, promised_for, shop_place.name AS place_name
       FROM (SELECT order_id AS id FROM order_now
              WHERE ${ids ? `order_id IN (${ids.map(() => '?').join(', ')})` : where}
              ORDER BY closed, order_number DESC
              LIMIT ${PAGE_SIZE + 1} OFFSET ${Math.max(0, Math.trunc(page)) * PAGE_SIZE}) page
       JOIN order_now ON order_now.order_id = page.id
       JOIN work_order ON work_order.id = page.id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
       LEFT JOIN shop_place ON shop_place.id = order_now.place
      ORDER BY order_now.closed, order_now.order_number DESC`,
    ids ?? asked,
  );
  const orders = rows.slice(0, PAGE_SIZE).map((row) => ({
    id: row.id,
    number: row.number,
    kind: row.kind,
    label: row.label,
    plate: row.plate,
    customer: row.name,
    closed: Boolean(row.closed),
    next: row.next_text,
    tape: row.tape,
    createdAt: row.created_at.toISOString(),
    waiting: Boolean(row.waiting),
    promisedFor: row.promised_for?.toISOString() ?? null,
    placeName: row.place_name,
  }));
  return { orders, more: rows.length > PAGE_SIZE };
}

export interface Wrench {
  id: string;
  name: string;
  lowNm: number;
  highNm: number;
  calibrationDue: string;
  /** Why it is out until somebody has checked it, or null. */
  out: string | null;
}

export async function wrenches(tx: Db): Promise<Wrench[]> {
  const rows = await tx.rows<
    Row<'wrench', 'id' | 'name' | 'low_nm' | 'high_nm' | 'calibration_due' | 'out_reason'>
  >('SELECT id, name, low_nm, high_nm, calibration_due, out_reason FROM wrench WHERE active ORDER BY name');
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    lowNm: row.low_nm,
    highNm: row.high_nm,
    calibrationDue: dayText(row.calibration_due),
    out: row.out_reason,
  }));
}

export type Tool = Row<'shop_tool', 'id' | 'kind' | 'size' | 'drive'>;

/** The shop's tools besides its torque wrenches. */
export const shopTools = (tx: Db) =>
  tx.rows<Tool>('SELECT id, kind, size, drive FROM shop_tool WHERE active ORDER BY kind, drive, size');
