import { JobPlacer, plannedMinutes, prepareWeek } from './place-jobs';
import type { PlacedPhase, WeekJob, WeekProblem } from './types';

interface Load {
  /** Before this minute none of it can begin. */
  from: number;
  minutes: number;
  /** By this minute it must be done for the promise to hold: what must follow it is taken off. */
  due: number;
}

/** The axis with the closed days of a place taken out, and back again. */
interface OpenAxis {
  into(minute: number): number;
  outOf(minute: number): number;
}
const ALWAYS: OpenAxis = { into: (minute) => minute, outOf: (minute) => minute };

/** @param closed the days on which nothing is done; past the last of them every day is open */
function openAxis(closed: readonly number[], dayMinutes: number): OpenAxis {
  const shut = new Set(closed);
  return {
    into(minute) {
      const day = Math.floor(minute / dayMinutes);
      const before = closed.filter((one) => one < day).length;
      return shut.has(day) ? (day - before) * dayMinutes : minute - before * dayMinutes;
    },
    outOf(minute) {
      let left = minute;
      for (let day = 0; ; day += 1) {
        if (shut.has(day)) continue;
        if (left <= dayMinutes) return day * dayMinutes + left;
        left -= dayMinutes;
      }
    },
  };
}

/**
 * The least minutes past the due times with all work done by one machine as fast as `count` together, which may stop
 * and change over at will. Shortest remaining work first makes the k-th completion as early as any way can, and the
 * earliest completions against the earliest due times lose least.
 */
function leastLate(loads: Load[], count: number, open: OpenAxis = ALWAYS): number {
  if (!loads.length || !count) return 0;
  const waiting = loads
    .map((load) => ({ from: open.into(load.from), left: load.minutes / count }))
    .sort((a, b) => a.from - b.from);
  const running: { left: number }[] = [];
  const done: number[] = [];
  let [now, next] = [0, 0];
  while (done.length < loads.length) {
    if (!running.length) now = Math.max(now, waiting[next]!.from);
    while (next < waiting.length && waiting[next]!.from <= now) running.push(waiting[next++]!);
    running.sort((a, b) => b.left - a.left);
    const shortest = running[running.length - 1]!;
    const until = next < waiting.length ? waiting[next]!.from : Infinity;
    if (now + shortest.left <= until) {
      now += shortest.left;
      running.pop();
      done.push(now);
    } else {
      shortest.left -= until - now;
      now = until;
    }
  }
  const due = loads.map((load) => load.due).sort((a, b) => a - b);
  return done.reduce((sum, end, index) => sum + Math.max(0, open.outOf(end) - due[index]!), 0);
}

/** The work of some phases of a promised job, between the soonest it can begin and the latest it may end. */
function loadOf(job: WeekJob, alone: PlacedPhase[], wanted: (index: number) => boolean): Load | null {
  const indexes = job.phases.flatMap((_, index) => (wanted(index) ? [index] : []));
  if (!indexes.length || job.promise === null) return null;
  const last = indexes[indexes.length - 1]!;
  const follows = job.phases.slice(last + 1).reduce((sum, phase) => sum + plannedMinutes(job, phase), 0);
  return {
    from: alone[indexes[0]!]!.start,
    minutes: indexes.reduce((sum, index) => sum + plannedMinutes(job, job.phases[index]!), 0),
    due: job.promise - follows,
  };
}

/**
 * A lower bound on the minutes past the promises: no plan can do better. The greatest of four: each job alone in an
 * empty shop; all work of the techs by one as fast as all of them; all work of the lifts on one as fast as all lifts; all work of the racks, on their open days.
 */
export function latenessBound(problem: WeekProblem): number {
  let alone = 0;
  const [onTechs, onLifts, onRacks]: [Load[], Load[], Load[]] = [[], [], []];
  const empty = prepareWeek({ ...problem, pins: [] });
  for (const [index, job] of problem.jobs.entries()) {
    if (job.promise === null) continue;
    const phases = new JobPlacer(empty).place(index, []);
    alone += Math.max(0, (phases[phases.length - 1]?.end ?? 0) - job.promise);
    const tech = loadOf(job, phases, (index) => job.phases[index]!.tech);
    const lift = loadOf(job, phases, (index) => job.phases[index]!.needs === 'lift');
    if (tech) onTechs.push(tech);
    if (lift) onLifts.push(lift);
    const rack = loadOf(job, phases, (at) => job.phases[at]!.needs === 'rack');
    if (rack) onRacks.push(rack);
  }
  const lifts = problem.places.filter((place) => place.kind === 'lift').length;
  const racks = problem.places.filter((place) => place.kind === 'rack');
  // Several racks are as good as all of them at once on every day on which one of them is open.
  const closed = (racks[0]?.closed ?? []).filter((day) => racks.every((rack) => rack.closed.includes(day)));
  return Math.max(
    alone,
    leastLate(onTechs, problem.techs.length),
    leastLate(onLifts, lifts),
    leastLate(onRacks, racks.length, openAxis(closed, problem.dayMinutes)),
  );
}
