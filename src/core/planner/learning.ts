import { shrunkLogRatio } from '../calc/labor.estimate';
import type { OneEnd } from './measure-defs';
import { type PlanPart, partsAt } from './plan-part';

/** One axle of a finished job: what was predicted and what was measured, mm of lift, with which kit on which platform. */
export interface FinishedLift {
  kit: string | null;
  platform: string;
  end: 'front' | 'rear';
  predicted: number;
  measured: number;
}

export interface LearnedLift {
  /** Measured over predicted, shrunk toward 1. */
  ratio: number;
  /** Its spread as a logarithm. */
  sdLog: number;
  jobs: number;
  from: 'kit' | 'platform' | 'nothing';
}

/** No jobs yet: as good as four that came out as predicted, give or take six in a hundred. */
export const LIFT_PRIOR = { jobs: 4, sdLog: 0.06 };
const LEAST_LIFT = 8;

/** Jobs whose ratio says something: both moved the same way, and by more than the tape's noise. */
const tells = ({ predicted, measured }: FinishedLift) =>
  Math.abs(predicted) >= LEAST_LIFT && predicted * measured > 0;

/**
 * What finished jobs teach about a lift: the ratio of measured to predicted, by kit where there are such jobs, else by
 * platform, shrunk toward 1 by the number of jobs.
 * @param past finished axles (mm), any order
 * @returns ratio m with ln m = Σ ln(measured/predicted)/(n + n0), its spread, and how many jobs speak
 */
export function learnLift(
  past: readonly FinishedLift[],
  wanted: { kit: string | null; platform: string; end: 'front' | 'rear' },
  prior = LIFT_PRIOR,
): LearnedLift {
  const here = past.filter((job) => job.end === wanted.end && tells(job));
  const byKit = wanted.kit === null ? [] : here.filter((job) => job.kit === wanted.kit);
  // A car whose platform nobody wrote down learns from no other.
  const byPlatform = wanted.platform === '' ? [] : here.filter((job) => job.platform === wanted.platform);
  const jobs = byKit.length ? byKit : byPlatform;
  const { mean, sd } = shrunkLogRatio(
    jobs.map(({ measured, predicted }) => measured / predicted),
    prior,
  );
  return {
    ratio: Math.exp(mean),
    sdLog: sd,
    jobs: jobs.length,
    from: byKit.length ? 'kit' : jobs.length ? 'platform' : 'nothing',
  };
}

/**
 * What finished jobs teach about the parts of a plan, each axle by the kit its parts come in.
 * @param parts the plan's parts @param past finished axles (mm) @param platform the car's, or empty where nobody knows
 * @returns for each axle what `learnLift` says
 */
export function learnFor(
  parts: readonly PlanPart[],
  past: readonly FinishedLift[],
  platform: string,
): Record<OneEnd, LearnedLift> {
  const learn = (end: OneEnd) =>
    learnLift(past, { kit: partsAt(parts, end).find((part) => part.kit)?.kit ?? null, platform, end });
  return { front: learn('front'), rear: learn('rear') };
}

/** The ratios alone, as a prediction takes them. */
export const ratiosOf = (learned: Record<OneEnd, LearnedLift>) => ({
  front: learned.front.ratio,
  rear: learned.rear.ratio,
});
