import 'server-only';
import type { Db } from '../database';
import type { Row } from '../tables';

/** Hours behind us: by person, by job, by why clocks stopped, book against real, and the steps that run over. */
export interface HoursBook {
  people: { person: string; minutes: number; jobs: number }[];
  stops: { reason: string; times: number; minutes: number }[];
  jobs: {
    orderId: string;
    number: number;
    car: string;
    procedures: string;
    book: number;
    actual: number;
    rusty: boolean;
    firstTime: boolean;
    closedAt: string;
  }[];
  steps: { words: string; times: number; book: number; actual: number }[];
}

/** Enough times that a step's mean says something. */
const TELLING_TIMES = 5;

/** Reads the hours between two moments. */
export async function readHoursBook(tx: Db, from: Date, to: Date): Promise<HoursBook> {
  const span = [from, to];
  const [people, stops, jobs, steps] = await Promise.all([
    tx.rows<{ person: string; minutes: number; jobs: number }>(
      `SELECT person.name AS person, SUM(TIMESTAMPDIFF(SECOND, from_at, to_at)) / 60 AS minutes,
              COUNT(DISTINCT order_id) AS jobs
         FROM clock_now JOIN person ON person.id = clock_now.person_id
        WHERE to_at >= ? AND to_at < ? GROUP BY person.id, person.name ORDER BY minutes DESC`,
      span,
    ),
    tx.rows<{ reason: string; times: number; minutes: number }>(
      `SELECT COALESCE(reason, 'none') AS reason, COUNT(*) AS times,
              SUM(TIMESTAMPDIFF(SECOND, from_at, to_at)) / 60 AS minutes
         FROM clock_now WHERE to_at >= ? AND to_at < ? GROUP BY reason ORDER BY times DESC`,
      span,
    ),
    tx.rows<
      Row<
        'finished_work',
        'order_id' | 'procedures' | 'book_minutes' | 'actual_minutes' | 'rusty' | 'first_time' | 'closed_at'
      > &
        Row<'work_order', 'number'> &
        Row<'vehicle', 'label'>
    >(
      `SELECT finished_work.order_id, number, label, procedures, book_minutes, actual_minutes, rusty, first_time, closed_at
         FROM finished_work
         JOIN work_order ON work_order.id = finished_work.order_id
         JOIN vehicle ON vehicle.id = work_order.vehicle_id
        WHERE closed_at >= ? AND closed_at < ? ORDER BY closed_at DESC LIMIT 2000`,
      span,
    ),
    tx.rows<Row<'step_time', 'words'> & { times: number; book: number; actual: number }>(
      `SELECT words, COUNT(*) AS times, AVG(book_minutes) AS book, AVG(actual_minutes) AS actual
         FROM step_time WHERE done_at >= ? AND done_at < ?
        GROUP BY words HAVING times >= ${TELLING_TIMES}
        ORDER BY SUM(actual_minutes - book_minutes) DESC LIMIT 12`,
      span,
    ),
  ]);
  return {
    people: people.map((row) => ({ ...row, minutes: Number(row.minutes) })),
    stops: stops.map((row) => ({ ...row, minutes: Number(row.minutes) })),
    jobs: jobs.map((row) => ({
      orderId: row.order_id,
      number: row.number,
      car: row.label,
      procedures: row.procedures,
      book: row.book_minutes,
      actual: row.actual_minutes,
      rusty: Boolean(row.rusty),
      firstTime: Boolean(row.first_time),
      closedAt: row.closed_at.toISOString(),
    })),
    steps: steps.map((row) => ({ ...row, book: Number(row.book), actual: Number(row.actual) })),
  };
}

export interface ClockRowOut {
  person: string;
  number: number;
  car: string;
  stepId: string | null;
  from: string;
  to: string | null;
  minutes: number | null;
  reason: string | null;
}

/** Every clock that ran between two moments, as it was kept. */
export async function clockRows(tx: Db, from: Date, to: Date): Promise<ClockRowOut[]> {
  const rows = await tx.rows<
    Row<'person', 'name'> &
      Row<'work_order', 'number'> &
      Row<'vehicle', 'label'> &
      Row<'clock_now', 'step_id' | 'from_at' | 'to_at' | 'reason'>
  >(
    `SELECT person.name, number, label, step_id, from_at, to_at, reason
       FROM clock_now
       JOIN person ON person.id = clock_now.person_id
       JOIN work_order ON work_order.id = clock_now.order_id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
      WHERE (to_at >= ? AND to_at < ?) OR (to_at IS NULL AND from_at < ?)
      ORDER BY from_at`,
    [from, to, to],
  );
  return rows.map((row) => ({
    person: row.name,
    number: row.number,
    car: row.label,
    stepId: row.step_id,
    from: row.from_at.toISOString(),
    to: row.to_at?.toISOString() ?? null,
    minutes: row.to_at ? (row.to_at.getTime() - row.from_at.getTime()) / 60_000 : null,
    reason: row.reason,
  }));
}
