import { type ExpectedSlope, slopeKey } from '../planner/planned-figures';
import type { OneEnd, TrialUnit } from '../procedure/types';
import { loopOf } from './trial-loop';
import type { OrderState } from './order-state';

/** What a job's tries said of a setting. */
export interface JobSlope {
  end: OneEnd;
  unit: TrialUnit;
  setting: string;
  slope: number;
  sd: number;
  tries: number;
}

/** How far each setting of a job moved the car, of loops with two settings at least: one alone says nothing of it. */
export function slopesOfJob(state: OrderState): JobSlope[] {
  return (state.document?.steps ?? []).flatMap((step) => {
    const loop = loopOf(state, step);
    if (!loop?.answer) return [];
    const sets = new Set(loop.tries.map(({ data }) => data.set));
    if (loop.before && loop.tries.length) sets.add(loop.before.set);
    if (sets.size < 2) return [];
    const { slope, slopeSd } = loop.answer;
    const { unit, setting } = loop.trial;
    return [{ end: loop.end, unit, setting, slope, sd: slopeSd, tries: loop.tries.length }];
  });
}

const ONE_OF: Record<TrialUnit, string> = {
  hole: 'a hole',
  'cut turn': 'a turn cut',
  'seat turn': 'a turn of the seat',
  block: 'a mm of block',
  'sleeve turn': 'a turn of the sleeve',
};
const two = (value: number) => String(Math.round(value * 100) / 100).replace('-', '−');

/** A slope as somebody reads it: `rear: 11.4 mm a hole, ± 1.2`. */
export const slopeWords = ({
  end,
  unit,
  slope,
  sd,
}: Pick<JobSlope, 'end' | 'unit' | 'slope' | 'sd'>): string =>
  `${end}: ${two(slope)}${unit === 'sleeve turn' ? '°' : ' mm'} ${ONE_OF[unit]}, ± ${two(sd)}`;

/** Cars of one platform differ by so much of a slope at least. */
const BETWEEN_CARS = 0.05;

/**
 * What several jobs expect of the next, by end and unit: their mean weighed by how sure each is, as unsure as they lie apart
 * and never surer than cars of one platform are alike.
 */
export function slopesOfJobs(
  jobs: readonly Pick<JobSlope, 'end' | 'unit' | 'slope' | 'sd'>[],
): Record<string, ExpectedSlope> {
  const byKey = new Map<string, typeof jobs>();
  for (const job of jobs) {
    const key = slopeKey(job.end, job.unit);
    byKey.set(key, [...(byKey.get(key) ?? []), job]);
  }
  return Object.fromEntries(
    [...byKey].flatMap(([key, own]) => {
      const weights = own.map(({ sd }) => 1 / sd ** 2);
      const all = weights.reduce((sum, one) => sum + one, 0);
      const slope = own.reduce((sum, job, at) => sum + job.slope * weights[at]!, 0) / all;
      if (!Number.isFinite(slope) || Math.abs(slope) < 1e-6) return [];
      const apart = Math.sqrt(own.reduce((sum, job) => sum + (job.slope - slope) ** 2, 0) / own.length);
      const sd = Math.max(Math.sqrt(1 / all), apart, BETWEEN_CARS * Math.abs(slope));
      const from = own.length === 1 ? 'by one job with this kit' : `by ${own.length} jobs with this kit`;
      return [[key, { slope, sd, from }]];
    }),
  );
}
