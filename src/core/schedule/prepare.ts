import { Z80 } from '../normal';
import type {
  PhaseNeed,
  Pin,
  PlaceKind,
  PromiseCost,
  Sureness,
  WeekJob,
  WeekPhase,
  WeekPlan,
  WeekProblem,
} from './types';

const KINDS: Record<Exclude<PhaseNeed, null>, readonly PlaceKind[]> = {
  lift: ['lift'],
  floor: ['floor'],
  rack: ['rack'],
  // Light work leaves the lifts to those that need them.
  bay: ['floor', 'lift'],
};

/** How much a minute past a promise counts: the same for all where nobody said otherwise. */
export const WEIGHT: Record<PromiseCost, number> = { little: 0.4, some: 1, much: 3 };

/** Minutes a phase is planned with: what four such jobs in five keep. */
export const plannedMinutes = (job: WeekJob, phase: WeekPhase) =>
  Math.ceil(phase.minutes * Math.exp(Z80 * job.sdLog));

/** The first minute of a later day. */
export const nextDayOf = (minute: number, dayMinutes: number) =>
  (Math.floor(Math.max(0, minute - 1) / dayMinutes) + 1) * dayMinutes;

/** Shares of a hundred that come on the day that was said, a day later, two days later …; a sure day has none. */
export const COMES_LATE: Record<Sureness, readonly number[] | undefined> = {
  sure: undefined,
  likely: [0.7, 0.15, 0.1, 0.05],
  'a guess': [0.35, 0.25, 0.2, 0.1, 0.1],
};

/** When a phase could begin after the one before it: at once, or after its night. */
export const afterNight = ({ nextDay }: { nextDay: boolean }, before: number, dayMinutes: number) =>
  nextDay && before > 0 ? nextDayOf(before, dayMinutes) : before;

/** Plans count with a part on the day by which four in five such parts are there. */
const COUNTED_ON = 0.8;

/** The minute from which plans count with what a phase waits for: later than its day where such things often come late. */
export function countedFrom(phase: WeekPhase, dayMinutes: number): number {
  if (!phase.comesLate?.length) return phase.notBefore;
  let sum = 0;
  const days = phase.comesLate.findIndex((share) => (sum += share) >= COUNTED_ON - 1e-9);
  return phase.notBefore + (days < 0 ? phase.comesLate.length : days) * dayMinutes;
}

/** A phase with what does not change from one plan to the next worked out once. */
export interface PreparedPhase {
  phase: WeekPhase;
  length: number;
  /** The minute from which it can begin, whatever came before it. */
  from: number;
  /** Minutes with a second pair of hands; none where nobody else is there. */
  helper: number;
  /** Indexes of the places and techs it may have; null where it needs none. */
  places: readonly number[] | null;
  techs: readonly number[] | null;
  pin: Pin | undefined;
  /** Not sooner than this, though it could: the minute it is pinned to, or for which it was agreed. */
  floor: number;
}

export interface PreparedWeek {
  problem: WeekProblem;
  jobs: PreparedPhase[][];
  /** Jobs that choose before all others: pinned to a minute by hand, or standing on their place opened up. */
  held: boolean[];
  /** How much a minute past each job's promise counts; 0 where nothing is promised. */
  weights: number[];
}

/** Adds up what the ends of a plan come to: minutes past the promises, and what ends after the days planned. */
export function sumUpEnds({ problem, weights }: PreparedWeek, plan: WeekPlan): void {
  problem.jobs.forEach(({ id, promise }, job) => {
    const end = plan.ends[id] ?? 0;
    const late = Math.max(0, end - (promise ?? Infinity));
    plan.late += late;
    plan.weighed += weights[job]! * late;
    if (end > problem.days * problem.dayMinutes) plan.after.push(id);
  });
}

const jobHeld = (problem: WeekProblem, job: WeekJob) =>
  problem.pins.some((pin) => pin.start !== null && pin.jobId === job.id) ||
  job.phases.some((phase) => phase.blocks && phase.placeId !== null);

/**
 * Lays out a week for the planner.
 * @throws when a phase can never be done: no place of its kind, or nobody who may do it
 */
export function prepareWeek(problem: WeekProblem): PreparedWeek {
  const { dayMinutes, places, techs } = problem;
  const pins = new Map(problem.pins.map((pin) => [`${pin.jobId} ${pin.phaseId}`, pin]));
  const indexOf = (list: { id: string }[], id: string | null | undefined) =>
    list.findIndex((one) => one.id === id);
  const placesFor = (phase: WeekPhase, pin: Pin | undefined) => {
    if (phase.needs === null) return null;
    const fixed = indexOf(places, pin?.placeId ?? phase.placeId);
    if (fixed >= 0) return [fixed];
    return KINDS[phase.needs].flatMap((kind) =>
      places.flatMap((place, index) => (place.kind === kind ? [index] : [])),
    );
  };
  // Whoever can do least chooses first: what only few can do is left to those few.
  const byBreadth = techs
    .map((_, index) => index)
    .sort((a, b) => techs[a]!.skills.length - techs[b]!.skills.length);
  const techsFor = (phase: WeekPhase, pin: Pin | undefined) => {
    if (!phase.tech) return null;
    const fixed = indexOf(techs, pin?.techId ?? phase.techId);
    if (fixed >= 0) return [fixed];
    return byBreadth.filter((index) => phase.skill === null || techs[index]!.skills.includes(phase.skill));
  };
  return {
    problem,
    held: problem.jobs.map((job) => jobHeld(problem, job)),
    weights: problem.jobs.map(({ promise, cost }) => (promise === null ? 0 : WEIGHT[cost ?? 'some'])),
    jobs: problem.jobs.map((job) =>
      job.phases.map((phase) => {
        const pin = pins.get(`${job.id} ${phase.id}`);
        const seats = { places: placesFor(phase, pin), techs: techsFor(phase, pin) };
        if (seats.places?.length === 0 || seats.techs?.length === 0)
          throw new Error(`no place or tech can ever take ${phase.name}`);
        const length = plannedMinutes(job, phase);
        return {
          phase,
          length,
          from: countedFrom(phase, dayMinutes),
          helper: techs.length > 1 && phase.tech ? Math.min(phase.helperMinutes, length) : 0,
          ...seats,
          pin,
          floor: pin?.start ?? 0,
        };
      }),
    ),
  };
}
