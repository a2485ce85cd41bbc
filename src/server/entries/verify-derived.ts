import type { Db } from '../database';
import type { Entry } from '@/core/ledger/entries';
import { DERIVED_TABLES, derivesFromNothing } from '../derive';
import { insertMany } from '../insert-many';
import type { Row } from '../tables';
import { type OrderRow, foldWhole } from './order';

/**
 * What is derived, worked out anew beside the shop's tables and compared with them: some cars at a time, each with all its
 * orders, since what one order derives may speak of another of the same car.
 */

type Derived = (typeof DERIVED_TABLES)[number];

/** What tells two rows of a table apart. */
const KEYS: Record<Derived, string> = {
  order_now: 'order_id',
  clock_now: 'clock_id',
  odometer_now: 'entry_id',
  wheels_on: 'order_id',
  follow_up: 'id',
  car_place: "CONCAT(order_id, ' ', what, ' ', place)",
  car_measure: 'entry_id',
  finished_lift: "CONCAT(order_id, ' ', end_of_car)",
  finished_work: 'order_id',
  lesson_now: 'lesson_id',
  booking_now: 'booking_id',
  watch_now: 'watch_id',
  date_wish_now: 'wish_id',
  kit_fact: 'fact_id',
  week_need: 'order_id',
  step_time: "CONCAT(order_id, ' ', step_id)",
  skill_worked: "CONCAT(order_id, ' ', person_id, ' ', skill)",
  wait_past: "CONCAT(order_id, ' ', what, ' ', ref)",
  task_now: 'task_id',
  lowering_now: 'order_id',
  search_doc: "CONCAT(order_id, ' ', what)",
  plate_gram: "CONCAT(gram, ' ', vehicle_id)",
};

/** By which column a row belongs to some cars: plates are of the car, all else of an order. */
const ownerOf = (table: Derived) => (table === 'plate_gram' ? 'vehicle_id' : 'order_id');

type Derivation = Record<string, unknown>;

/** The same column of two rows, one as it is kept and one as it was worked out. */
const sameValue = (one: unknown, other: unknown): boolean =>
  one === other ||
  (typeof one === 'object' && typeof other === 'object' && JSON.stringify(one) === JSON.stringify(other));

/** Both were read from tables with the same columns. */
const sameRow = (one: Derivation | undefined, other: Derivation | undefined): boolean =>
  one !== undefined &&
  other !== undefined &&
  Object.keys(one).every((column) => sameValue(one[column], other[column]));

async function rowsOf(tx: Db, table: Derived, orders: readonly OrderRow[]): Promise<Map<string, Derivation>> {
  const owners = orders.map((order) => (table === 'plate_gram' ? order.vehicle_id : order.id));
  const rows = await tx.rows<Derivation>(
    // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
    `SELECT ${KEYS[table]} AS verify_key, t.* FROM ${table} t WHERE ${ownerOf(table)} IN (${owners.map(() => '?').join(', ')})`,
    owners,
  );
  return new Map(rows.map((row) => [String(row.verify_key), row]));
}

/**
 * Makes a table of this connection's own that stands before the shop's table of that name: what is written through this
 * connection then changes nothing and waits for nobody.
 */
async function shadow(tx: Db, table: Derived): Promise<void> {
  // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
  const row = (await tx.row<Record<string, string>>(`SHOW CREATE TABLE ${table}`))!;
  const columns = row['Create Table']!.replace(/^CREATE TABLE/, 'CREATE TEMPORARY TABLE')
    .split('\n')
    // Neither searched words nor what refers to other tables is of use there, or can be had.
    .filter((line) => !/^\s*(FULLTEXT KEY|CONSTRAINT)/.test(line))
    .join('\n')
    .replace(/,\n\)/, '\n)');
  // eslint-disable-next-line shop/sql-parameters -- what the database itself says of one of our tables
  await tx.run(columns);
}

type FirstWork = Row<'finished_work', 'procedures' | 'platform'> & {
  closed_at: Date;
};

/** The first job of each kind among all other orders: whether a job was the first is judged by them. */
const firstElsewhere = (tx: Db, orders: readonly OrderRow[]) =>
  tx.rows<FirstWork>(
    `SELECT procedures, platform, MIN(closed_at) AS closed_at FROM finished_work
      WHERE order_id NOT IN (${orders.map(() => '?').join(', ')}) GROUP BY procedures, platform`,
    orders.map(({ id }) => id),
  );

/** An order with its entries, as they were walked. */
export interface WalkedOrder extends OrderRow {
  entries: readonly Entry[];
}

/**
 * Works out what some cars' orders derive, beside the shop's tables, and compares row by row. All orders of each car have to be
 * among them.
 * @returns the first row that is not what the entries say, or null
 */
export async function brokenDerived(tx: Db, orders: readonly WalkedOrder[]): Promise<string | null> {
  if (!orders.length) return null;
  const kept = new Map<Derived, Map<string, Derivation>>();
  for (const table of DERIVED_TABLES) kept.set(table, await rowsOf(tx, table, orders));
  const firsts = await firstElsewhere(tx, orders);
  try {
    for (const table of DERIVED_TABLES) await shadow(tx, table);
    await insertMany(
      tx,
      'finished_work',
      ['order_id', 'procedures', 'platform', 'closed_at', 'book_minutes', 'actual_minutes'],
      firsts.map((one, index) => [`first ${index}`, one.procedures, one.platform, one.closed_at, 0, 1]),
    );
    const derive = derivesFromNothing(tx);
    for (const order of orders) await derive(await foldWhole(tx, order, order.entries));
    for (const table of DERIVED_TABLES) {
      const anew = await rowsOf(tx, table, orders);
      const before = kept.get(table)!;
      const off = [...new Set([...before.keys(), ...anew.keys()])].find(
        (key) => !sameRow(before.get(key), anew.get(key)),
      );
      if (off !== undefined) return `derived table ${table}, row ${off}, is not what the entries say.`;
    }
    return null;
  } finally {
    for (const table of DERIVED_TABLES)
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      await tx.run(`DROP TEMPORARY TABLE IF EXISTS ${table}`);
  }
}

/** A derived row of an order, or of a car, that is not there. */
export async function strayDerived(tx: Db): Promise<string | null> {
  for (const table of DERIVED_TABLES) {
    const row = await tx.row<{ verify_key: string }>(
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      `SELECT ${KEYS[table]} AS verify_key FROM ${table} t WHERE ${ownerOf(table)} NOT IN
         (SELECT ${table === 'plate_gram' ? 'vehicle_id' : 'id'} FROM work_order) LIMIT 1`,
    );
    if (row) return `derived table ${table}, row ${row.verify_key}, is of no order that is there.`;
  }
  return null;
}
