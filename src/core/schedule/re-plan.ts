import {
  type AgreedPhase,
  type Slip,
  keepingAgreed,
  listOfAgreed,
  phaseKey,
  planAsAgreed,
  slipsOf,
} from './as-agreed';
import { type PreparedWeek, prepareWeek } from './prepare';
import { searchLists } from './search';
import type { Because, WeekPlan, WeekProblem } from './types';
import { type Precedence, WeekBuilder } from './week-builder';

/** What keeping a promise would cost others. */
export interface KeepingIt {
  /** It would be done by its promise then; false where that cannot be at all. */
  can: boolean;
  /** Promises that would break instead, and the minutes all would be later together. */
  breaks: string[];
  laterBy: number;
}

/** A promise that does not hold any more: somebody is to be called. */
export interface PromiseChanged {
  jobId: string;
  promise: number;
  /** The minute by which it is done now. */
  now: number;
  /** What held it up most. */
  because: Because;
  keeping: KeepingIt;
}

export interface RePlanned {
  plan: WeekPlan;
  /** What of the agreed plan could not be kept; nothing when it still holds, and then nothing changes. */
  slips: Slip[];
  /** Phases that begin at another minute, with somebody else or elsewhere. */
  moved: { jobId: string; phaseId: string; from: AgreedPhase }[];
  changed: PromiseChanged[];
}

/** Each broken promise counts like a day of being late: rather one car late by two days than two by one. */
const BROKEN_COUNTS = 1;
/** Phases put while lists are looked at. */
const PUTS = 100_000;
/** Phases put in all to see what keeping each broken promise costs, and for one of them at most. */
const PUTS_KEEPING = 60_000;
const MOST_KEEPING = 4_000;
/** Looking for a better list begins this warm: as good as agreed is left alone. */
const WARMTH = 15;

const brokenIn = (problem: WeekProblem, plan: WeekPlan) =>
  problem.jobs.filter((job) => job.promise !== null && plan.ends[job.id]! > job.promise).map((job) => job.id);

/** What held a job up most: what the phase that lost most time before it began waited for. */
function mostHeldUp(plan: WeekPlan, jobId: string): Because {
  let [before, most] = [0, 0];
  let because: Because = { why: 'at once', what: null };
  for (const phase of plan.placed.filter((one) => one.jobId === jobId)) {
    const counts = phase.because.why !== 'at once' && phase.because.why !== 'agreed';
    if (counts && phase.start - before > most) [most, because] = [phase.start - before, phase.because];
    before = phase.end;
  }
  return because;
}

/** The same list with a job before all others but those that are held. */
function withJobFirst(builder: WeekBuilder, list: Precedence, job: number): Precedence {
  const head = builder.heldPhases();
  if (builder.week.held[job]) return list;
  const own = Array.from(list).filter((phase) => builder.jobOf[phase] === job);
  const rest = Array.from(list).filter((phase) => builder.jobOf[phase] !== job);
  return Int32Array.from([...rest.slice(0, head), ...own, ...rest.slice(head)]);
}

/** What it would cost to keep one promise that breaks. */
function keeping(
  builder: WeekBuilder,
  list: Precedence,
  plan: WeekPlan,
  job: number,
  how: { puts: number; seed: number },
): KeepingIt {
  const { problem } = builder.week;
  const { id, promise } = problem.jobs[job]!;
  const first = withJobFirst(builder, list, job);
  const alone = builder.planOf(first);
  if (alone.ends[id]! > promise!) return { can: false, breaks: [], laterBy: 0 };
  // Others are set right around it; should it break again by that, it stands as it was put first.
  const better = searchLists(builder, first, { ...how, enough: 0, warmth: 1 });
  const set = builder.planOf(better.list);
  const then = set.ends[id]! <= promise! ? set : alone;
  const before = brokenIn(problem, plan);
  return {
    can: true,
    breaks: brokenIn(problem, then).filter((one) => !before.includes(one)),
    laterBy: Math.max(0, Math.round(then.late - plan.late)),
  };
}

/** Jobs go back to their agreed hour, people and place wherever that makes nothing later. */
function backToAgreed(
  week: PreparedWeek,
  agreed: readonly AgreedPhase[],
  loose: ReadonlySet<string>,
  list: Precedence,
  perBroken: number,
): PreparedWeek {
  const keeps = new Set<number>();
  const make = () => keepingAgreed(week, agreed, (job) => keeps.has(job), loose);
  let kept = week;
  let cost = new WeekBuilder(week, perBroken).costOfList(list);
  for (const job of week.problem.jobs.keys()) {
    keeps.add(job);
    const tried = make();
    const then = new WeekBuilder(tried, perBroken).costOfList(list, 0, cost + 1);
    if (then <= cost + 1) {
      kept = tried;
      cost = Math.min(cost, then);
    } else keeps.delete(job);
  }
  return kept;
}

/** The agreed plan pushed on by what slipped; where that breaks more than another order of work would, that order. */
function planFromNow(
  week: PreparedWeek,
  free: WeekBuilder,
  agreed: readonly AgreedPhase[],
  slips: readonly Slip[],
  perBroken: number,
  seed: number,
): { plan: WeekPlan; list: Precedence } {
  const gone = slips.filter(({ why }) => why === 'tech' || why === 'place' || why === 'helper');
  const loose = new Set(gone.map(phaseKey));
  const pushed = new WeekBuilder(
    keepingAgreed(week, agreed, () => true, loose),
    perBroken,
  );
  const asAgreed = listOfAgreed(pushed, agreed);
  const cost = pushed.costOfList(asAgreed);
  const enough = free.least + 1;
  if (cost > enough) {
    const found = searchLists(free, listOfAgreed(free, agreed), { puts: PUTS, seed, enough, warmth: WARMTH });
    if (found.cost < cost - 1) {
      const kept = new WeekBuilder(backToAgreed(week, agreed, loose, found.list, perBroken), perBroken);
      return { plan: kept.planOf(found.list), list: found.list };
    }
  }
  return { plan: pushed.planOf(asAgreed), list: asAgreed };
}

/**
 * Plans again from now when something slipped: as few promises change as can be, then as little lateness as can be, and
 * what need not move stays at its agreed hour. When nothing slipped, nothing changes. Promises that the plan breaks are
 * named either way.
 * @param agreed the plan agreed last, on today's axis
 * @param shown the plan from now on that was shown last, of the same agreed one: it stays while it holds, so that what
 * customers were told of it meanwhile is not planned away
 * @returns the plan from now on, what slipped, what moved, and for each promise that breaks what keeping it would cost
 * (minutes)
 */
export function rePlan(
  problem: WeekProblem,
  agreed: readonly AgreedPhase[],
  { shown = null, seed = 1 }: { shown?: readonly AgreedPhase[] | null; seed?: number } = {},
): RePlanned {
  const week = prepareWeek(problem);
  const slips = slipsOf(week, agreed);
  const perBroken = BROKEN_COUNTS * problem.dayMinutes;
  const free = new WeekBuilder(week, perBroken);
  const holds = slips.length ? shown && !slipsOf(week, shown).length && shown : agreed;
  const { plan, list } = holds
    ? { plan: planAsAgreed(week, holds), list: listOfAgreed(free, holds) }
    : planFromNow(week, free, agreed, slips, perBroken, seed);
  const was = new Map(agreed.map((one) => [phaseKey(one), one]));
  const broken = brokenIn(problem, plan);
  const puts = Math.min(MOST_KEEPING, PUTS_KEEPING / Math.max(1, broken.length));
  return {
    plan,
    slips,
    moved: plan.placed.flatMap((placed) => {
      const from = was.get(phaseKey(placed));
      if (!from) return [];
      const same =
        from.start === placed.start && from.techId === placed.techId && from.placeId === placed.placeId;
      return same ? [] : [{ jobId: placed.jobId, phaseId: placed.phaseId, from }];
    }),
    changed: broken.map((jobId) => {
      const job = problem.jobs.findIndex(({ id }) => id === jobId);
      return {
        jobId,
        promise: problem.jobs[job]!.promise!,
        now: plan.ends[jobId]!,
        because: mostHeldUp(plan, jobId),
        keeping: keeping(free, list, plan, job, { puts, seed }),
      };
    }),
  };
}
