import 'server-only';
import type { LongCheckInData } from '@/core/ledger/kinds/coming-back';
import {
  type KitLift,
  type KitLiftSummary,
  type Tally,
  summarizeByPlatform,
  summarizeLifts,
  tally,
} from '@/core/ledger/kit-ledger';
import type { JobSlope } from '@/core/ledger/kit-slopes';
import type { Db } from '../database';
import { type Lesson, lessons } from './lessons';
import type { Row } from '../tables';

export interface KitLedger {
  kit: string;
  jobs: number;
  lifts: KitLiftSummary[];
  /** Every job's lift, for the picture. */
  points: KitLift[];
  /** By platform, where there is more than one. */
  platforms: { platform: string; lifts: KitLiftSummary[] }[];
  /** Minutes by the book and on the clock, over the jobs whose clock was kept. */
  hours: { jobs: number; book: number; actual: number } | null;
  moved: Tally[];
  fouls: Tally[];
  /** What a hole, a turn or a block of it moved a car, job by job. */
  slopes: { platform: string; words: string; slope: JobSlope }[];
  checkIns: (LongCheckInData & { at: string })[];
  lessons: Lesson[];
}

/** What the shop knows of one kit from its own jobs. */
export async function kitLedger(tx: Db, kit: string): Promise<KitLedger> {
  const points = (
    await tx.rows<Omit<KitLift, 'closedAt'> & { order_id: string; closed_at: Date | null }>(
      `SELECT order_id, end_of_car AS end, finished_lift.platform, claimed, measured, closed_at
         FROM finished_lift LEFT JOIN finished_work USING (order_id)
        WHERE kit = ? ORDER BY closed_at, order_id, end_of_car`,
      [kit],
    )
  ).map(({ closed_at: closed, ...lift }) => ({ ...lift, closedAt: closed?.toISOString() ?? null }));
  const hours = await tx.row<{ jobs: number; book: number | null; actual: number | null }>(
    `SELECT COUNT(*) AS jobs, SUM(book_minutes) AS book, SUM(actual_minutes) AS actual FROM finished_work
      WHERE order_id IN (SELECT order_id FROM finished_lift WHERE kit = ?)`,
    [kit],
  );
  const facts = await tx.rows<Row<'kit_fact', 'what' | 'words' | 'platform' | 'at'> & { detail: object }>(
    'SELECT what, words, platform, detail, at FROM kit_fact WHERE kit = ? ORDER BY at DESC',
    [kit],
  );
  const wordsOf = (what: string) => facts.filter((fact) => fact.what === what).map((fact) => fact.words);
  return {
    kit,
    jobs: new Set(points.map((point) => point.order_id)).size,
    lifts: summarizeLifts(points),
    points: points.map(({ order_id: _, ...lift }): KitLift => lift),
    platforms: summarizeByPlatform(points),
    hours: hours?.jobs
      ? { jobs: hours.jobs, book: Number(hours.book ?? 0), actual: Number(hours.actual ?? 0) }
      : null,
    moved: tally(wordsOf('moved')),
    fouls: tally(wordsOf('foul')),
    slopes: facts
      .filter((fact) => fact.what === 'slope')
      .map((fact) => ({ platform: fact.platform, words: fact.words, slope: fact.detail as JobSlope })),
    checkIns: facts
      .filter((fact) => fact.what === 'check-in')
      .map((fact) => ({ ...(fact.detail as LongCheckInData), at: fact.at.toISOString() })),
    lessons: await lessons(tx, { kit }),
  };
}

export interface KitLine {
  id: string;
  name: string;
  claimed: { front: number | null; rear: number | null };
  jobs: number;
  lifts: KitLiftSummary[];
  moved: number;
  fouls: number;
}

/** Every kit with what its jobs came to; those with the most jobs lead. */
export async function kitLines(tx: Db): Promise<KitLine[]> {
  const kits = await tx.rows<Row<'kit', 'id' | 'name' | 'claimed_front' | 'claimed_rear'>>(
    'SELECT id, name, claimed_front, claimed_rear FROM kit WHERE active ORDER BY name',
  );
  const lifts = await tx.rows<KitLift & { kit: string; order_id: string }>(
    'SELECT kit, order_id, end_of_car AS end, platform, claimed, measured FROM finished_lift WHERE kit IS NOT NULL',
  );
  const facts = await tx.rows<Row<'kit_fact', 'kit' | 'what'> & { count: number }>(
    'SELECT kit, what, COUNT(*) AS count FROM kit_fact GROUP BY kit, what',
  );
  const countOf = (kit: string, what: string) =>
    facts.find((fact) => fact.kit === kit && fact.what === what)?.count ?? 0;
  return kits
    .map((kit) => {
      const own = lifts.filter((lift) => lift.kit === kit.name);
      return {
        id: kit.id,
        name: kit.name,
        claimed: { front: kit.claimed_front, rear: kit.claimed_rear },
        jobs: new Set(own.map((lift) => lift.order_id)).size,
        lifts: summarizeLifts(own),
        moved: countOf(kit.name, 'moved'),
        fouls: countOf(kit.name, 'foul'),
      };
    })
    .sort((a, b) => b.jobs - a.jobs || a.name.localeCompare(b.name));
}

export const kitName = async (tx: Db, id: string): Promise<string | null> =>
  (await tx.row<Row<'kit', 'name'>>('SELECT name FROM kit WHERE id = ?', [id]))?.name ?? null;
