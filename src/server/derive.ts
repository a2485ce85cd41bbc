import type { EntryKind } from '@/core/ledger/entries';
import type { DistanceUnit, Odometer } from '@/core/ledger/kinds/arrival';
import { lessonOfOpened } from '@/core/ledger/also-opened';
import { nextThing } from '@/core/ledger/next-thing';
import { type OrderState, isClosed, promisedFor } from '@/core/ledger/order-state';
import { markNow, tapeOf } from '@/core/ledger/tape';
import type { Db } from './database';
import { fromNothing, gathering } from './gathering';
import { insertMany } from './insert-many';
import { deriveBookings, deriveKitFacts, deriveWatch, deriveWishes } from './derive-after';
import {
  deriveConflicts,
  deriveRemainingWork,
  deriveSearch,
  deriveSkills,
  deriveStepTimes,
  deriveWaits,
} from './derive-shop';
import { type WholeOrder, wholeOrder, type OrderRow } from './entries/order';
import { projectionsOf } from '@/contracts/entries';
import type { Projection } from '@/contracts/entry';
import type { Row } from './tables';
import { deriveFollowUps, deriveDueDates, deriveFinished } from './derive-ends';

async function deriveNow(tx: Db, order: OrderRow, state: OrderState, lastAt: string): Promise<void> {
  const tape = tapeOf(state);
  const next = nextThing(state);
  const promised = promisedFor(state);
  await tx.run(
    `REPLACE INTO order_now
       (order_id, place, closed, mark, next_text, next_role, next_page, waiting, tape, promised_for, last_at, order_number)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      order.id,
      state.place,
      isClosed(state),
      markNow(tape),
      next.text.slice(0, 400),
      next.role,
      next.page,
      next.waiting,
      JSON.stringify(tape.map(({ id, ticks, done }) => ({ id, ticks, done }))),
      promised ? new Date(promised) : null,
      new Date(lastAt),
      order.number,
    ],
  );
}

async function deriveClocks(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM clock_now WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'clock_now',
    ['clock_id', 'person_id', 'order_id', 'step_id', 'from_at', 'to_at', 'reason'],
    state.clocks.map((span) => [
      span.clockId,
      span.personId,
      order.id,
      span.stepId,
      new Date(span.from),
      span.to ? new Date(span.to) : null,
      span.reason,
    ]),
  );
}

const SOURCES = { intake: 'arrival', odometer: 'report', 'customer.drove': 'report' } as const;

async function deriveOdometers(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM odometer_now WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'odometer_now',
    ['entry_id', 'vehicle_id', 'order_id', 'at', 'value', 'unit', 'source'],
    state.odometers.flatMap(({ entry }) => {
      const { odometer } = entry.data as { odometer: Odometer | null };
      if (!odometer || 'unread' in odometer) return [];
      const source = SOURCES[entry.kind as keyof typeof SOURCES] ?? 'road';
      return [
        [entry.id, order.vehicle_id, order.id, new Date(entry.at), odometer.value, odometer.unit, source],
      ];
    }),
  );
}

/** The wheel sets the car was put on, with what the dial read then. */
async function deriveWheelsOn(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM wheels_on WHERE order_id = ?', [order.id]);
  if (!state.wheels) return;
  const { id, at, seq, data } = state.wheels;
  const read = state.odometers
    .filter(({ entry }) => entry.seq < seq)
    .map(({ entry }) => (entry.data as { odometer: Odometer | null }).odometer)
    .findLast((odometer) => odometer !== null && 'value' in odometer) as
    { value: number; unit: DistanceUnit } | undefined;
  await insertMany(
    tx,
    'wheels_on',
    ['order_id', 'order_number', 'vehicle_id', 'entry_id', 'at', 'set_id', 'dial_factor', 'odometer', 'unit'],
    [
      [
        order.id,
        order.number,
        order.vehicle_id,
        id,
        new Date(at),
        data.setId,
        data.dialFactor,
        read?.value ?? null,
        read?.unit ?? null,
      ],
    ],
  );
}

/** Where each thing of the car stands. A torque changes one of a hundred: only what became another is written. */
async function deriveCarPlaces(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const { document, run } = state;
  const wanted = new Map<string, [place: string, what: string, condition: string, definition: string]>();
  const want = (place: string, what: 'fastener' | 'item', condition: string, definition: unknown) =>
    wanted.set(`${what} ${place}`, [place, what, condition, JSON.stringify(definition)]);
  for (const fastener of (run && document?.fasteners) ?? []) {
    const { stripe, spec } = run!.fasteners.get(fastener.id)!;
    if (stripe !== 'bare') want(fastener.place, 'fastener', stripe, { ...fastener, spec });
  }
  for (const item of (run && document?.items) ?? []) {
    if (!item.place) continue;
    const condition = run!.car.open.has(item.id) ? 'open' : run!.leftOff.has(item.id) ? 'left off' : 'closed';
    want(item.place, 'item', condition, item);
  }
  const kept = await tx.rows<Row<'car_place', 'place' | 'what' | 'state'> & { definition: string }>(
    'SELECT place, what, state, definition FROM car_place WHERE order_id = ?',
    [order.id],
  );
  const left = new Map(wanted);
  for (const row of kept) {
    const key = `${row.what} ${row.place}`;
    const now = left.get(key);
    if (now?.[2] === row.state && sameJson(row.definition, now[3])) left.delete(key);
    else
      await tx.run('DELETE FROM car_place WHERE order_id = ? AND what = ? AND place = ?', [
        order.id,
        row.what,
        row.place,
      ]);
  }
  await insertMany(
    tx,
    'car_place',
    ['order_id', 'place', 'what', 'vehicle_id', 'order_number', 'state', 'definition'],
    [...left.values()].map(([place, what, condition, definition]) => [
      order.id,
      place,
      what,
      order.vehicle_id,
      order.number,
      condition,
      definition,
    ]),
  );
}

/** The driver hands JSON columns back as text or as what they hold, by how the column says it is kept. */
const sameJson = (kept: unknown, text: string) =>
  (typeof kept === 'string' ? kept : JSON.stringify(kept)) === text;

async function deriveMeasures(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM car_measure WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'car_measure',
    ['entry_id', 'vehicle_id', 'order_id', 'measure', 'value', 'known', 'at'],
    state.measures.flatMap(({ id, at, data }) =>
      data.value === null
        ? []
        : [[id, order.vehicle_id, order.id, data.key, data.value, data.known, new Date(at)]],
    ),
  );
}

async function deriveLessons(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM lesson_now WHERE order_id = ?', [order.id]);
  await insertMany(
    tx,
    'lesson_now',
    [
      'lesson_id',
      'order_id',
      'procedure_id',
      'kit',
      'about',
      'step_id',
      'words',
      'standing',
      'person_id',
      'at',
    ],
    [...state.lessons, ...state.alsoOpened.flatMap(lessonOfOpened)].map(({ at, personId, data }) => [
      data.lessonId,
      order.id,
      data.procedureId,
      data.kit,
      data.about,
      data.stepId,
      data.text,
      data.standing,
      personId,
      new Date(at),
    ]),
  );
}

type Deriver = (tx: Db, order: OrderRow, state: OrderState) => Promise<void>;

/**
 * What is written anew when an entry of a kind comes whose contract names it; a correction writes all of it. `whenClosed` is
 * worked out with every entry once an order is closed. Where an order stands, the places of its car and the work that is
 * left follow from every entry.
 */
const DERIVED: Record<Projection, { run: Deriver; whenClosed?: true }> = {
  clocks: { run: deriveClocks },
  odometers: { run: deriveOdometers },
  wheelsOn: { run: deriveWheelsOn },
  followUps: { run: deriveFollowUps },
  measures: { run: deriveMeasures },
  finished: { run: deriveFinished, whenClosed: true },
  lessons: { run: deriveLessons },
  bookings: { run: deriveBookings },
  watched: { run: deriveWatch },
  wishes: { run: deriveWishes },
  kitFacts: { run: deriveKitFacts },
  conflicts: { run: deriveConflicts },
  stepTimes: { run: deriveStepTimes, whenClosed: true },
  skills: { run: deriveSkills },
  waits: { run: deriveWaits },
  search: { run: deriveSearch },
  // After the come-backs and the dials it is worked out from.
  dueDates: { run: deriveDueDates },
};

const PROJECTIONS = Object.keys(DERIVED) as Projection[];

/** What was appended to an order: the kinds of the entries, or `all` where one of them corrects another. */
export type Touched = ReadonlySet<EntryKind> | 'all';

/** Rewrites what is derived from one work order's entries, and the due dates of its vehicle. */
export const deriveOrder = (tx: Db, whole: WholeOrder, touched: Touched = 'all'): Promise<void> =>
  gathering(tx, (gathered) => deriveWhole(gathered, whole, touched));

/**
 * Derives orders each of which nothing was derived of yet: the tables are empty, or beside the shop's, and nobody else writes
 * into them.
 */
export function derivesFromNothing(tx: Db): (whole: WholeOrder) => Promise<void> {
  const read = new Map<string, unknown[]>();
  const tables: ReadonlySet<string> = new Set(DERIVED_TABLES);
  return (whole) =>
    gathering(tx, (gathered) => deriveWhole(fromNothing(gathered, tables, read), whole, 'all'));
}

async function deriveWhole(tx: Db, whole: WholeOrder, touched: Touched): Promise<void> {
  const { id, number, vehicleId, entries, state } = whole;
  const order: OrderRow = { id, number, vehicle_id: vehicleId };
  const due = new Set<Projection>(
    touched === 'all' ? PROJECTIONS : [...touched].flatMap((kind) => projectionsOf(kind)),
  );
  await deriveNow(tx, order, state, entries[entries.length - 1]!.at);
  await deriveCarPlaces(tx, order, state);
  await deriveRemainingWork(tx, order, state);
  for (const name of PROJECTIONS) {
    const { run, whenClosed } = DERIVED[name];
    if (due.has(name) || (whenClosed && isClosed(state))) await run(tx, order, state);
  }
}

/** Counted up whenever the same entries derive other rows: the next start then writes them anew. */
export const FOLD_EDITION = 4;

/** The tables that hold nothing but what the entries say. */
export const DERIVED_TABLES = [
  'order_now',
  'clock_now',
  'odometer_now',
  'wheels_on',
  'follow_up',
  'car_place',
  'car_measure',
  'finished_lift',
  'finished_work',
  'lesson_now',
  'booking_now',
  'watch_now',
  'date_wish_now',
  'kit_fact',
  'week_need',
  'step_time',
  'skill_worked',
  'wait_past',
  'task_now',
  'lowering_now',
  'search_doc',
  'plate_gram',
] as const;

/** Writes every derived table anew from the entries of all orders, in the order they were opened. */
export async function rebuildDerived(
  tx: Db,
  tell: (done: number, of: number) => void = () => undefined,
): Promise<number> {
  // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
  for (const table of DERIVED_TABLES) await tx.run(`DELETE FROM ${table}`);
  const orders = await tx.rows<Row<'work_order', 'id'>>('SELECT id FROM work_order ORDER BY number');
  const derive = derivesFromNothing(tx);
  for (const [index, { id }] of orders.entries()) {
    await derive(await wholeOrder(tx, id));
    tell(index + 1, orders.length);
  }
  return orders.length;
}
