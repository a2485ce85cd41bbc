import 'server-only';
import { FORGOTTEN_HOURS, type JobTimes, jobTimes, describeRunning } from '@/core/ledger/step-times';
import { placedName } from '@/core/procedure/engine';
import type { Db } from '../database';
import { loadOrder } from '../entries/order';
import type { Row, Cell } from '../tables';

export interface OpenClock {
  clockId: string;
  personId: string;
  person: string;
  orderId: string;
  orderNumber: number;
  car: string;
  from: string;
  /** Open so long, or since another day, that somebody forgot it. */
  forgotten: boolean;
}
export interface PersonHours {
  person: string;
  minutes: number;
  jobs: number;
}
export interface RunningJob {
  orderId: string;
  orderNumber: number;
  car: string;
  times: JobTimes;
  /** `running 25 min over: a seized lower arm pivot`, or null. */
  words: string | null;
  photoId: string | null;
  stuck: { name: string; what: string; how: string | null; minutes: number; photoId: string | null }[];
}

interface ClockRow {
  clock_id: string;
  person_id: string;
  name: string;
  order_id: string;
  number: number;
  label: string;
  from_at: Date;
  to_at: Date | null;
}

const CLOCKS = `SELECT clock_id, person_id, person.name, clock_now.order_id, number, label, from_at, to_at
  FROM clock_now
  JOIN person ON person.id = clock_now.person_id
  JOIN work_order ON work_order.id = clock_now.order_id
  JOIN vehicle ON vehicle.id = work_order.vehicle_id`;

/** Clocks that run now, longest first. */
export async function openClocks(tx: Db, now: Date): Promise<OpenClock[]> {
  const rows = await tx.rows<ClockRow>(`${CLOCKS} WHERE to_at IS NULL ORDER BY from_at`);
  return rows.map((row) => ({
    clockId: row.clock_id,
    personId: row.person_id,
    person: row.name,
    orderId: row.order_id,
    orderNumber: row.number,
    car: row.label,
    from: row.from_at.toISOString(),
    forgotten: now.getTime() - row.from_at.getTime() > FORGOTTEN_HOURS * 3_600_000,
  }));
}

/** Minutes of each person since a moment, open clocks up to now. */
export async function hoursSince(tx: Db, since: Date, now: Date): Promise<PersonHours[]> {
  const rows = await tx.rows<ClockRow>(`${CLOCKS} WHERE to_at IS NULL OR to_at > ?`, [since]);
  const people = new Map<string, { minutes: number; jobs: Set<string> }>();
  for (const row of rows) {
    const known = people.get(row.name) ?? { minutes: 0, jobs: new Set<string>() };
    const from = Math.max(row.from_at.getTime(), since.getTime());
    const to = (row.to_at ?? now).getTime();
    known.minutes += Math.max(0, to - from) / 60_000;
    known.jobs.add(row.order_id);
    people.set(row.name, known);
  }
  return [...people]
    .map(([person, { minutes, jobs }]) => ({ person, minutes, jobs: jobs.size }))
    .sort((a, b) => b.minutes - a.minutes);
}

/** How far back two clocks of one person are shown: what is older has been looked at, or never will be. */
const OVERLAP_DAYS = 60;

/** Spans of one person that lie over each other: kept, and the lead's to look at. */
export async function overlaps(
  tx: Db,
  now: Date,
): Promise<{ person: string; orders: [number, number]; at: string }[]> {
  const rows = await tx.rows<
    Row<'person', 'name'> &
      Row<'clock_now', 'from_at'> & {
        first: Cell<'work_order', 'number'>;
        second: Cell<'work_order', 'number'>;
      }
  >(
    `SELECT person.name, a_order.number AS first, b_order.number AS second, b.from_at
       FROM clock_now b
       JOIN clock_now a ON a.person_id = b.person_id AND a.from_at < b.from_at AND a.from_at >= ?
                       AND (a.to_at IS NULL OR b.from_at < a.to_at)
       JOIN person ON person.id = a.person_id
       JOIN work_order a_order ON a_order.id = a.order_id
       JOIN work_order b_order ON b_order.id = b.order_id
      WHERE b.from_at >= ?
      ORDER BY b.from_at DESC LIMIT 20`,
    [
      new Date(now.getTime() - 2 * OVERLAP_DAYS * 86_400_000),
      new Date(now.getTime() - OVERLAP_DAYS * 86_400_000),
    ],
  );
  return rows.map((row) => ({
    person: row.name,
    orders: [row.first, row.second],
    at: row.from_at.toISOString(),
  }));
}

/** Jobs in the works, each against its book, with what stuck and how long. */
export async function runningJobs(tx: Db, now: Date): Promise<RunningJob[]> {
  const rows = await tx.rows<
    Row<'order_now', 'order_id'> & Row<'work_order', 'number'> & Row<'vehicle', 'label'>
  >(
    `SELECT order_now.order_id, number, label FROM order_now
       JOIN work_order ON work_order.id = order_now.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
      WHERE NOT closed AND EXISTS (SELECT 1 FROM entry WHERE chain = order_now.order_id AND kind = 'run.start')
      ORDER BY number DESC LIMIT 40`,
  );
  const jobs = await Promise.all(
    rows.map(async (row): Promise<RunningJob | null> => {
      const state = (await loadOrder(tx, row.order_id))?.state;
      if (!state?.document) return null;
      const times = jobTimes(state, now.toISOString());
      const nameOf = (id: string) => {
        const fastener = state.document!.fasteners.find((one) => one.id === id);
        return fastener ? placedName(fastener) : id;
      };
      const stuck = times.stuck.map((one) => ({
        name: nameOf(one.fastenerId),
        what: one.what,
        how: one.how,
        minutes: one.minutes,
        photoId: one.photoId,
      }));
      return {
        orderId: row.order_id,
        orderNumber: row.number,
        car: row.label,
        times,
        words: describeRunning(times, nameOf),
        photoId: stuck.find((one) => one.photoId)?.photoId ?? null,
        stuck,
      };
    }),
  );
  return jobs.filter((job): job is RunningJob => job !== null);
}
