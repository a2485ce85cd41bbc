import { drawsFrom, normalFrom } from '../draws';
import { afterNight } from './prepare';
import type { WeekPhase, WeekPlan, WeekProblem } from './types';

export interface JobChance {
  /** Share of draws in which the promise holds; null where nothing is promised. */
  holds: number | null;
  /** The minute by which half of the draws are done, four of five, and nine of ten. */
  p50: number;
  p80: number;
  p90: number;
}

const DRAWS = 1000;
/** What was learned of hours is a little off, for all jobs of a shop alike: spread of the logarithm. */
const TOGETHER = 0.05;

/** The minute at which what a phase waits for is there, one time in many. */
function thereAt({ notBefore, comesLate }: WeekPhase, dayMinutes: number, draw: () => number): number {
  if (!comesLate?.length) return notBefore;
  let left = draw();
  const days = comesLate.findIndex((share) => (left -= share) < 0);
  return notBefore + (days < 0 ? comesLate.length : days) * dayMinutes;
}

/**
 * How likely each promise holds when the shop works through a plan: every job's minutes are drawn from their spread,
 * parts that often come late are drawn too, each tech and place takes its work in the planned order, and what runs long
 * pushes what comes after.
 * @param draws how many weeks are played
 * @param seed the same seed, the same chances
 */
export function chancesOf(
  problem: WeekProblem,
  plan: WeekPlan,
  { draws = DRAWS, seed = 7 } = {},
): Record<string, JobChance> {
  const { dayMinutes } = problem;
  const draw = drawsFrom(seed);
  const normal = normalFrom(draw);
  const jobs = new Map(problem.jobs.map((job, index) => [job.id, { job, index }]));
  // Techs and places by number: a thousand weeks ask for them many times over.
  const seats = new Map([...problem.techs, ...problem.places].map(({ id }, index) => [id, index]));
  const away = [...problem.techs.map((tech) => tech.away), ...problem.places.map((place) => place.closed)];
  const pinned = new Map(
    problem.pins.flatMap((pin) => (pin.start === null ? [] : [[`${pin.jobId} ${pin.phaseId}`, pin.start]])),
  );
  const walk = [...plan.placed]
    .sort((a, b) => a.start - b.start || a.end - b.end)
    .map((placed) => {
      const { job, index } = jobs.get(placed.jobId)!;
      const at = job.phases.findIndex((phase) => phase.id === placed.phaseId);
      const needs = [placed.placeId, placed.techId].flatMap((id) => (id === null ? [] : [seats.get(id)!]));
      return {
        phase: job.phases[at]!,
        job: index,
        last: at === job.phases.length - 1,
        needs,
        helper: placed.helperId === null ? null : seats.get(placed.helperId)!,
        closed: new Set(needs.flatMap((seat) => away[seat]!)),
        pin: pinned.get(`${placed.jobId} ${placed.phaseId}`) ?? 0,
      };
    });
  const ends = problem.jobs.map(() => new Float64Array(draws));
  const ratio = new Float64Array(problem.jobs.length);
  const before = new Float64Array(problem.jobs.length);
  const free = new Float64Array(away.length);
  for (let round = 0; round < draws; round += 1) {
    const alike = TOGETHER * normal();
    problem.jobs.forEach((job, index) => {
      ratio[index] = Math.exp(alike + job.sdLog * normal());
      before[index] = 0;
    });
    free.fill(0);
    for (const { phase, job, last, needs, helper, closed, pin } of walk) {
      const minutes = phase.minutes * ratio[job]!;
      const after = afterNight(phase, before[job]!, dayMinutes);
      let start = Math.max(after, thereAt(phase, dayMinutes, draw), pin);
      for (const seat of needs) start = Math.max(start, free[seat]!);
      if (helper !== null) start = Math.max(start, free[helper]!);
      let end = start + minutes;
      if (closed.size) {
        const whole = pastDaysAway(start, minutes, closed, dayMinutes);
        if (whole - start > problem.days * dayMinutes)
          ({ start, end } = withBreaks(start, minutes, closed, dayMinutes));
        else [start, end] = [whole, whole + minutes];
      }
      for (const seat of needs) free[seat] = end;
      if (helper !== null) free[helper] = Math.max(free[helper]!, start + phase.helperMinutes);
      before[job] = end;
      if (last) ends[job]![round] = end;
    }
  }
  return Object.fromEntries(
    problem.jobs.map((job, index) => {
      const sorted = ends[index]!.sort();
      /** The first minute by which such a share of the draws is done. */
      const at = (share: number) => sorted[Math.max(0, Math.ceil(share * draws - 1e-9) - 1)]!;
      const held = job.promise === null ? null : sorted.filter((end) => end <= job.promise!).length / draws;
      return [job.id, { holds: held, p50: at(0.5), p80: at(0.8), p90: at(0.9) }];
    }),
  );
}

/** Work too long for the days its place or its tech can be had is stopped when they close, and gone on with. */
function withBreaks(
  from: number,
  minutes: number,
  closed: ReadonlySet<number>,
  dayMinutes: number,
): { start: number; end: number } {
  const openFrom = (minute: number) => {
    let day = Math.floor(minute / dayMinutes);
    if (!closed.has(day)) return minute;
    while (closed.has(day)) day += 1;
    return day * dayMinutes;
  };
  const start = openFrom(from);
  let [at, left] = [start, minutes];
  for (;;) {
    const until = (Math.floor(at / dayMinutes) + 1) * dayMinutes;
    if (at + left <= until) return { start, end: at + left };
    left -= until - at;
    at = openFrom(until);
  }
}

/** Work that would run into a day on which its place is closed or its tech away waits until after it. */
function pastDaysAway(
  from: number,
  minutes: number,
  closed: ReadonlySet<number>,
  dayMinutes: number,
): number {
  let start = from;
  for (let again = true; again;) {
    again = false;
    const lastDay = Math.floor((start + minutes - 1e-6) / dayMinutes);
    for (let day = Math.floor(start / dayMinutes); day <= lastDay; day += 1) {
      if (!closed.has(day)) continue;
      start = (day + 1) * dayMinutes;
      again = true;
      break;
    }
  }
  return start;
}
