import { estimateLabor } from '@/core/calc/labor.estimate';
import { drawsFrom, normalFrom } from '@/core/draws';
import { chancesOf } from '@/core/schedule/chance';
import { PROMISE_COSTS } from '@/core/ledger/kinds/arrival';
import { COMES_LATE, prepareWeek } from '@/core/schedule/prepare';
import { searchFromKnown } from '@/core/schedule/solve';
import { WeekBuilder } from '@/core/schedule/week-builder';
import {
  SURENESS,
  type WeekJob,
  type WeekPhase,
  type WeekPlan,
  type WeekProblem,
} from '@/core/schedule/types';

const DAY = 480;

const phase = (id: string, minutes: number, more: Partial<WeekPhase> = {}): WeekPhase => ({
  id,
  name: id,
  minutes,
  needs: 'bay',
  tech: true,
  skill: null,
  helperMinutes: 0,
  notBefore: 0,
  waitsFor: null,
  nextDay: false,
  placeId: null,
  techId: null,
  ...more,
});

/** A week nobody ever had: so many jobs for four techs and four places, more or less crowded with the seed. */
export function madeUpWeek(
  seed: number,
  count: number,
  learned: { ratio: number; sdLog: number }[] = [],
): WeekProblem {
  const draw = drawsFrom(seed * 7919);
  const between = (low: number, high: number) => low + draw() * (high - low);
  const jobs = Array.from({ length: count }, (_, index): WeekJob => {
    const kind = Math.floor(draw() * 3);
    const { ratio, sdLog } = learned[kind] ?? { ratio: 1, sdLog: between(0.15, 0.35) };
    const bay = between(60, 330) * ratio;
    const waits = draw() < 0.25;
    return {
      id: `job-${index}`,
      label: `Job ${index}`,
      promise: Math.round(between(1, 9.5)) * DAY,
      sdLog,
      phases: [
        phase('look', 40 * ratio),
        phase('bay', bay, {
          needs: 'lift',
          skill: draw() < 0.15 ? 'weld' : null,
          helperMinutes: draw() < 0.3 ? 15 : 0,
          notBefore: waits ? Math.floor(between(0, 5)) * DAY : 0,
          waitsFor: waits ? 'parts' : null,
        }),
        ...(draw() < 0.5 ? [phase('rack', 60 * ratio, { needs: 'rack', nextDay: draw() < 0.3 })] : []),
        phase('road', 35 * ratio, { needs: null }),
      ],
    };
  });
  return {
    dayMinutes: DAY,
    days: 10,
    techs: [
      { id: 't1', name: 'One', skills: ['weld'], away: draw() < 0.2 ? [2] : [] },
      { id: 't2', name: 'Two', skills: [], away: [] },
      { id: 't3', name: 'Three', skills: [], away: draw() < 0.2 ? [4, 5] : [] },
      { id: 't4', name: 'Four', skills: ['weld'], away: [] },
    ],
    places: [
      { id: 'l1', name: 'Lift 1', kind: 'lift', closed: [] },
      { id: 'l2', name: 'Lift 2', kind: 'lift', closed: [] },
      { id: 'f1', name: 'Floor', kind: 'floor', closed: [] },
      {
        id: 'r1',
        name: 'Rack',
        kind: 'rack',
        closed: Array.from({ length: 120 }, (_, day) => day).filter((day) => day % 5 !== 1 && day % 5 !== 4),
      },
    ],
    jobs,
    pins: [],
  };
}

/**
 * A made-up week with the rules that came later: parts that come at a chance, a car that stands opened up and blocks a
 * lift, come-backs to fit in, promises of which much or little hangs, wishes.
 */
export function ruledWeek(
  seed: number,
  count: number,
  learned: { ratio: number; sdLog: number }[] = [],
): WeekProblem {
  const problem = madeUpWeek(seed, count, learned);
  const draw = drawsFrom(seed * 6151);
  problem.jobs.forEach((job, index) => {
    const bay = job.phases[1]!;
    if (bay.waitsFor) bay.comesLate = COMES_LATE[SURENESS[index % 3]!];
    job.cost = PROMISE_COSTS[Math.floor(draw() * 3)];
    if (draw() < 0.3) job.wish = Math.max(DAY, job.promise! - DAY);
    if (index % 9 !== 8) return;
    // A come-back: a short visit by its latest day.
    job.phases = [phase('visit', 40, { notBefore: 0 })];
    job.cost = 'little';
  });
  const stuck = problem.jobs.find(({ phases }) => phases.length > 1 && phases[1]!.skill === null)!;
  stuck.phases = stuck.phases.slice(1);
  Object.assign(stuck.phases[0]!, { placeId: 'l1', blocks: true, notBefore: DAY, waitsFor: 'a part' });
  stuck.phases[0]!.comesLate = COMES_LATE.likely;
  return problem;
}

/** A plan of a few looks, where a good one is not the question. */
export function quickPlan(problem: WeekProblem, seed = 1): WeekPlan {
  const builder = new WeekBuilder(prepareWeek(problem));
  return builder.planOf(searchFromKnown(problem, { effort: 0.01, seed }).list);
}

/** The same week when something slipped: by seed a part, somebody's day, or work that runs long. */
export function slippedWeek(problem: WeekProblem, seed: number): WeekProblem {
  const draw = drawsFrom(seed * 31);
  const some = <T>(list: readonly T[]) => list[Math.floor(draw() * list.length)]!;
  const slipped = structuredClone(problem);
  const kind = seed % 3;
  if (kind === 0) Object.assign(some(slipped.jobs).phases[1]!, { notBefore: 5 * DAY, waitsFor: 'a part' });
  else if (kind === 1) some(slipped.techs).away.push(Math.floor(draw() * 4));
  else some(slipped.jobs).phases[1]!.minutes *= 1.6;
  return slipped;
}

/**
 * Works a planned week through minute by minute, apart from how chances are drawn: every tech looks, each time they
 * come free, for the next thing on their own list that can begin, and begins nothing out of turn.
 */
export function playWeek(
  problem: WeekProblem,
  plan: WeekPlan,
  actual: Map<string, number>,
  came: ReadonlyMap<string, number> = new Map(),
): Map<string, number> {
  const queue = new Map<string, typeof plan.placed>();
  const lists = [...plan.placed].sort((a, b) => a.start - b.start || a.end - b.end);
  for (const placed of lists) {
    for (const id of [placed.techId, placed.placeId, placed.helperId])
      if (id) queue.set(id, [...(queue.get(id) ?? []), placed]);
  }
  const jobs = new Map(problem.jobs.map((job) => [job.id, job]));
  const away = new Map<string, number[]>([
    ...problem.techs.map((tech) => [tech.id, tech.away] as const),
    ...problem.places.map((place) => [place.id, place.closed] as const),
  ]);
  const running: { placed: (typeof lists)[number]; end: number; helperUntil: number }[] = [];
  const doneAt = new Map<string, number>();
  const finished = new Map<string, number>();
  const busyUntil = new Map<string, number>();
  const left = new Set(lists);
  /** The next minute at which anything can begin: somebody is done, something may begin, or another day does. */
  const nextMinute = (now: number): number => {
    let next = (Math.floor(now / DAY) + 1) * DAY;
    for (const { end, helperUntil } of running)
      for (const at of [end, helperUntil]) if (at > now) next = Math.min(next, at);
    for (const placed of left) {
      const phase = jobs.get(placed.jobId)!.phases.find((one) => one.id === placed.phaseId)!;
      const there = came.get(`${placed.jobId} ${placed.phaseId}`) ?? phase.notBefore;
      if (there > now) next = Math.min(next, there);
    }
    return next;
  };
  for (let now = 0; left.size; now = nextMinute(now)) {
    for (const one of [...running]) {
      if (one.end > now) continue;
      running.splice(running.indexOf(one), 1);
      doneAt.set(`${one.placed.jobId} ${one.placed.phaseId}`, one.end);
      const job = jobs.get(one.placed.jobId)!;
      if (job.phases[job.phases.length - 1]!.id === one.placed.phaseId) finished.set(job.id, one.end);
    }
    for (const placed of [...left]) {
      const job = jobs.get(placed.jobId)!;
      const at = job.phases.findIndex((one) => one.id === placed.phaseId);
      const one = job.phases[at]!;
      const before = at === 0 ? 0 : doneAt.get(`${job.id} ${job.phases[at - 1]!.id}`);
      if (before === undefined || (came.get(`${job.id} ${one.id}`) ?? one.notBefore) > now) continue;
      if (one.nextDay && at > 0 && Math.floor(now / DAY) <= Math.floor((before - 1) / DAY)) continue;
      const needs = [placed.techId, placed.placeId].filter((id): id is string => id !== null);
      const all = placed.helperId ? [...needs, placed.helperId] : needs;
      // In turn: nothing before it on the list of anyone it needs may still be waiting.
      if (!all.every((id) => queue.get(id)!.find((next) => left.has(next)) === placed)) continue;
      if (!all.every((id) => (busyUntil.get(id) ?? 0) <= now)) continue;
      const minutes = one.minutes * actual.get(job.id)!;
      const days = [Math.floor(now / DAY), Math.floor((now + minutes - 1) / DAY)];
      if (needs.some((id) => away.get(id)!.some((day) => day >= days[0]! && day <= days[1]!))) continue;
      left.delete(placed);
      running.push({ placed, end: now + minutes, helperUntil: now + one.helperMinutes });
      for (const id of needs) busyUntil.set(id, now + minutes);
      if (placed.helperId) busyUntil.set(placed.helperId, now + one.helperMinutes);
    }
  }
  for (const one of running) finished.set(one.placed.jobId, one.end);
  return finished;
}

/** The minute at which each part that comes at a chance is there, by job and phase. */
function arrivals(problem: WeekProblem, draw: () => number): Map<string, number> {
  const came = new Map<string, number>();
  for (const job of problem.jobs)
    for (const one of job.phases) {
      if (!one.comesLate) continue;
      const days = one.comesLate.flatMap((share, day) => Array<number>(Math.round(share * 100)).fill(day));
      came.set(`${job.id} ${one.id}`, one.notBefore + days[Math.floor(draw() * days.length)]! * DAY);
    }
  return came;
}

export interface HeldShare {
  said: string;
  promises: number;
  held: number;
}

/**
 * What was said of promises against what held, over made-up weeks: the hours behind what is said are learned from past
 * jobs alone, and the weeks are then played with hours from the truth those jobs came from.
 */
export function heldShares(weeks: number, make = madeUpWeek): HeldShare[] {
  // One late part or long job breaks many promises of its week: each is played some times, with other hours and parts.
  const PLAYS = 8;
  const bands = [
    ['under 20 in 100', 0, 0.2],
    ['20 to 40', 0.2, 0.4],
    ['40 to 60', 0.4, 0.6],
    ['60 to 75', 0.6, 0.75],
    ['75 to 85', 0.75, 0.85],
    ['85 to 95', 0.85, 0.95],
    ['over 95', 0.95, 1.01],
  ] as const;
  const counts = bands.map(() => ({ promises: 0, held: 0 }));
  const truths = [
    { ratio: 0.95, sdLog: 0.2 },
    { ratio: 1.15, sdLog: 0.3 },
    { ratio: 1.05, sdLog: 0.25 },
  ];
  for (let week = 1; week <= weeks; week += 1) {
    const normal = normalFrom(drawsFrom(week * 104_729));
    const learned = truths.map((truth) => {
      const history = Array.from({ length: 40 }, () => ({
        book: 300,
        actual: 300 * truth.ratio * Math.exp(truth.sdLog * normal()),
      }));
      return estimateLabor({ bookMinutes: 300, prior: { jobs: 4, sdLog: 0.3 }, history });
    });
    const problem = make(week, 20 + (week % 14), learned);
    const plan = quickPlan(problem);
    const chances = chancesOf(problem, plan, { draws: 400, seed: week });
    const kinds = new Map(
      problem.jobs.map((job) => [job.id, learned.findIndex((one) => one.sdLog === job.sdLog)]),
    );
    const came = drawsFrom(week * 433);
    for (let play = 0; play < PLAYS; play += 1) {
      const actual = new Map(
        problem.jobs.map((job) => {
          const kind = kinds.get(job.id)!;
          const truth = truths[kind]!;
          // The minutes of the problem are what was learned; the truth is held against them.
          return [job.id, (truth.ratio / learned[kind]!.ratio) * Math.exp(truth.sdLog * normal())];
        }),
      );
      const finished = playWeek(problem, plan, actual, arrivals(problem, came));
      for (const job of problem.jobs) {
        const said = chances[job.id]!.holds!;
        const band = bands.findIndex(([, low, high]) => said >= low && said < high);
        counts[band]!.promises += 1 / PLAYS;
        if (finished.get(job.id)! <= job.promise!) counts[band]!.held += 1 / PLAYS;
      }
    }
  }
  return bands.map(([said], index) => ({
    said,
    promises: counts[index]!.promises,
    held: counts[index]!.held / Math.max(1, counts[index]!.promises),
  }));
}
