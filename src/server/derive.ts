import type { EntryKind } from '@/core/ledger/entries';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { dueBand } from '@/core/follow-up/due-band';
import { nextThing } from '@/core/ledger/next-thing';
import {
  type OrderState,
  afterHeightsOf,
  baselineOf,
  isClosed,
  isJob,
  latestPlan,
} from '@/core/ledger/order-state';
import { partsAt } from '@/core/planner/plan-part';
import { axleMeans } from '@/core/stance/plan';
import { markNow, tapeOf } from '@/core/ledger/tape';
import { convertDistance } from '@/core/units/distance';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from './database';
import { insertMany } from './insert-many';
import { deriveBookings, deriveKitFacts, deriveWatch, deriveWishes } from './derive-after';
import { deriveConflicts, deriveRemainingWork, deriveSearch, deriveStepTimes } from './derive-shop';
import { type WholeOrder, wholeOrder } from './entries/order';
import { projectionsOf } from '@/contracts/entries';
import type { Projection } from '@/contracts/entry';
import { isRusty } from '@/core/schedule/remaining-work';
import type { Row } from './tables';

export interface OrderRow {
  id: string;
  number: number;
  vehicle_id: string;
}

async function deriveNow(tx: Db, order: OrderRow, state: OrderState, lastAt: string): Promise<void> {
  const tape = tapeOf(state);
  const next = nextThing(state);
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
      state.intake?.data.promisedFor ? new Date(state.intake.data.promisedFor) : null,
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

async function deriveFollowUps(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const opened = state.followUpsOpened.map((entry) => entry.data);
  const kept = await tx.rows<Row<'follow_up', 'id'>>('SELECT id FROM follow_up WHERE order_id = ?', [
    order.id,
  ]);
  for (const { id } of kept.filter((row) => !opened.some((data) => data.followUpId === row.id))) {
    await tx.run('DELETE FROM follow_up WHERE id = ?', [id]);
  }
  await insertMany(
    tx,
    'follow_up',
    [
      'id',
      'vehicle_id',
      'order_id',
      'kind',
      'because',
      'places',
      'done_on',
      'odometer',
      'unit',
      'distance',
      'days',
      'tire_factor',
      'stated_pace',
    ],
    opened
      .filter((data) => !kept.some((row) => row.id === data.followUpId))
      .map((data) => [
        data.followUpId,
        order.vehicle_id,
        order.id,
        data.kind,
        data.because,
        JSON.stringify(data.places),
        data.doneOn,
        'unread' in data.odometer
          ? null
          : convertDistance(data.odometer.value, data.odometer.unit, data.interval.unit),
        data.interval.unit,
        data.interval.distance,
        data.interval.days,
        data.tireFactor,
        state.intake?.data.pacePerDay ?? null,
      ]),
  );
  await tx.run(
    'UPDATE follow_up SET closed_by = NULL, closed_how = NULL, closed_order = NULL WHERE closed_order = ?',
    [order.id],
  );
  for (const { id, data } of state.followUpsClosed) {
    await tx.run(
      `UPDATE follow_up SET closed_by = ?, closed_how = ?, closed_order = ?, due_odometer = NULL, due_on = NULL,
         earliest_on = NULL, latest_on = NULL, pace_per_day = NULL WHERE id = ?`,
      [id, data.how, order.id, data.followUpId],
    );
  }
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
  for (const { at, personId, data } of state.lessons) {
    await tx.run(
      `INSERT INTO lesson_now (lesson_id, order_id, procedure_id, kit, about, step_id, words, standing, person_id, at)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
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
      ],
    );
  }
}

const closedAt = ({ handoffs, visitClosed }: OrderState) => new Date((handoffs[0] ?? visitClosed)!.at);

/** What a finished job teaches: lift measured against predicted, and minutes against the book. */
async function deriveFinished(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM finished_lift WHERE order_id = ?', [order.id]);
  await tx.run('DELETE FROM finished_work WHERE order_id = ?', [order.id]);
  const plan = latestPlan(state)?.data;
  const before = baselineOf(state);
  const after = afterHeightsOf(state);
  if (!isClosed(state) || !isJob(state) || !plan || !before || !after) return;
  const vehicle = await tx.row<Row<'vehicle', 'platform'>>('SELECT platform FROM vehicle WHERE id = ?', [
    order.vehicle_id,
  ]);
  const platform = vehicle?.platform ?? '';
  const was = axleMeans(before.mm);
  const is = axleMeans(after.mm);
  for (const end of ['front', 'rear'] as const) {
    const axle = plan[end];
    if (!axle) continue;
    await tx.run(
      'INSERT INTO finished_lift (order_id, end_of_car, kit, platform, predicted, measured, claimed) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [
        order.id,
        end,
        partsAt(plan.parts, end).find((part) => part.kit)?.kit ?? null,
        platform,
        // The ratio it had learned is taken out again: what is learned is what came of the bare prediction.
        axle.lift / plan.learned[end].ratio,
        is[end] - was[end],
        axle.claimed,
      ],
    );
  }
  const { document } = state;
  const minutes = state.clocks.reduce(
    (sum, span) => sum + (span.to ? (Date.parse(span.to) - Date.parse(span.from)) / 60_000 : 0),
    0,
  );
  if (!document || minutes < 1) return;
  const procedures = document.sources.map((source) => source.id).join(' ');
  const earlier = await tx.row(
    'SELECT order_id FROM finished_work WHERE procedures = ? AND platform = ? AND closed_at < ? LIMIT 1',
    [procedures, platform, closedAt(state)],
  );
  await tx.run(
    `INSERT INTO finished_work
       (order_id, platform, procedures, book_minutes, actual_minutes, rusty, first_time, closed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      order.id,
      platform,
      procedures,
      Math.round(document.steps.reduce((sum, step) => sum + step.minutes, 0)),
      Math.round(minutes),
      isRusty(state),
      !earlier,
      closedAt(state),
    ],
  );
}

type FollowUpRow = Row<
  'follow_up',
  'id' | 'done_on' | 'odometer' | 'unit' | 'distance' | 'days' | 'tire_factor' | 'stated_pace'
>;

/**
 * Works out anew when a vehicle's open come-backs are due, from the driver's own pace: what the dial read when the car
 * arrived or was reported, and before there are two of those, what the customer said.
 */
async function deriveDueDates(tx: Db, { vehicle_id: vehicleId }: OrderRow): Promise<void> {
  const followUps = await tx.rows<FollowUpRow>(
    'SELECT id, done_on, odometer, unit, distance, days, tire_factor, stated_pace FROM follow_up WHERE vehicle_id = ? AND closed_by IS NULL',
    [vehicleId],
  );
  if (!followUps.length) return;
  const shop = await tx.row<Row<'shop', 'time_zone'>>('SELECT time_zone FROM shop WHERE id = 1');
  const timeZone = shop?.time_zone ?? 'UTC';
  const readings = await tx.rows<Row<'odometer_now', 'at' | 'value' | 'unit'>>(
    "SELECT at, value, unit FROM odometer_now WHERE vehicle_id = ? AND source <> 'road' ORDER BY at",
    [vehicleId],
  );
  for (const row of followUps) {
    const due = dueBand({
      doneOn: row.done_on.toISOString().slice(0, 10),
      odometer: row.odometer ?? 0,
      interval: {
        ...(row.distance === null ? {} : { distance: row.distance }),
        ...(row.days === null ? {} : { days: row.days }),
      },
      readings: readings.map((reading) => ({
        date: shopDay(reading.at, timeZone),
        odometer: convertDistance(reading.value, reading.unit, row.unit),
      })),
      ...(row.stated_pace === null ? {} : { pacePerDay: row.stated_pace }),
      tireFactor: row.tire_factor,
    });
    // A dial nobody could read gives no due odometer: the come-back goes by date then.
    const dueOdometer = row.odometer === null ? null : due.dueOdometer;
    await tx.run(
      'UPDATE follow_up SET due_odometer = ?, due_on = ?, earliest_on = ?, latest_on = ?, pace_per_day = ? WHERE id = ?',
      [dueOdometer, due.due, due.earliest, due.latest, due.pacePerDay, row.id],
    );
  }
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
  search: { run: deriveSearch },
  // After the come-backs and the dials it is worked out from.
  dueDates: { run: deriveDueDates },
};
const PROJECTIONS = Object.keys(DERIVED) as Projection[];

/** What was appended to an order: the kinds of the entries, or `all` where one of them corrects another. */
export type Touched = ReadonlySet<EntryKind> | 'all';

/** Rewrites what is derived from one work order's entries, and the due dates of its vehicle. */
export async function deriveOrder(tx: Db, whole: WholeOrder, touched: Touched = 'all'): Promise<void> {
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
export const FOLD_EDITION = 1;

/** The tables that hold nothing but what the entries say. */
export const DERIVED_TABLES = [
  'order_now',
  'clock_now',
  'odometer_now',
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
  'task_now',
  'lowering_now',
  'search_doc',
  'plate_gram',
] as const;

/** Writes every derived table anew from the entries of all orders, in the order they were opened. */
export async function rebuildDerived(tx: Db): Promise<number> {
  // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
  for (const table of DERIVED_TABLES) await tx.run(`DELETE FROM ${table}`);
  const orders = await tx.rows<Row<'work_order', 'id'>>('SELECT id FROM work_order ORDER BY number');
  for (const { id } of orders) await deriveOrder(tx, await wholeOrder(tx, id));
  return orders.length;
}
