import { drawsFrom } from '../draws';
import { latenessBound } from './bound';
import { earliestPromiseFirst, ordersByWorth } from './first-orders';
import { placeInOrder, prepareWeek, scoreOfOrder } from './place-jobs';
import type { WeekPlan, WeekProblem } from './types';

export interface SolvedWeek {
  plan: WeekPlan;
  /** The same week by the rule "earliest promise first": the plan is never worse. */
  rule: WeekPlan;
  /** No plan is less late than this, minutes; 0 where it was not asked for. */
  bound: number;
  tried: number;
}

/** Lateness first, then idle lifts. */
const cost = ({ late, idle }: { late: number; idle: number }) => late + idle * 1e-5;

const TRIES = 3000;
/** How much worse an order may be, at the beginning, and still be gone on from: minutes. */
const WARMTH = 40;
/** How many places a job goes forward or back at most; and the share of changes that move one, the others swap two. */
const REACH = 10;
const MOVES = 0.8;

/**
 * Finds a schedule: begins from the best of "earliest promise first" and some orders by worth, and changes who chooses
 * first, one job at a time, keeping what is better and, less and less often, what is a little worse. The same problem
 * and seed give the same answer.
 * @param tries orders looked at
 * @param bounded whether the lower bound is wanted: it takes about a third of the time
 * @returns the best plan met, the rule's plan, and a lower bound on lateness (minutes)
 */
export function solveWeek(
  problem: WeekProblem,
  { tries = TRIES, seed = 1, bounded = true } = {},
): SolvedWeek {
  const rulesOrder = earliestPromiseFirst(problem);
  const week = prepareWeek(problem);
  const rule = placeInOrder(week, rulesOrder);
  let [bestOrder, bestCost] = [rulesOrder, cost(rule)];
  for (const first of ordersByWorth(problem)) {
    const now = cost(scoreOfOrder(week, first));
    if (now < bestCost) [bestOrder, bestCost] = [first, now];
  }
  let [order, here] = [bestOrder, bestCost];
  const draw = drawsFrom(seed);
  const count = order.length;
  let tried = 0;
  for (; tried < tries && count > 1; tried += 1) {
    const warmth = WARMTH * (1 - tried / tries);
    const changed = [...order];
    const from = Math.floor(draw() * count);
    const away = Math.round((draw() * 2 - 1) * REACH);
    const to = Math.min(count - 1, Math.max(0, from + away));
    if (from === to) continue;
    if (draw() < MOVES) {
      const [moved] = changed.splice(from, 1);
      changed.splice(to, 0, moved!);
    } else {
      [changed[from], changed[to]] = [changed[to]!, changed[from]!];
    }
    const limit = here - Math.max(1, warmth) * Math.log(1 - draw());
    const now = cost(scoreOfOrder(week, changed, limit));
    if (now > limit) continue;
    [order, here] = [changed, now];
    if (now < bestCost) [bestOrder, bestCost] = [changed, now];
  }
  const plan = placeInOrder(week, bestOrder);
  return { plan, rule, bound: bounded ? latenessBound(problem, plan) : 0, tried };
}
