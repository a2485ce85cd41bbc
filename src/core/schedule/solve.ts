import { drawsFrom } from '../draws';
import { latenessBound } from './bound';
import { earliestPromiseFirst, placeInOrder, prepareWeek, scoreOfOrder } from './place-jobs';
import type { WeekPlan, WeekProblem } from './types';

export interface SolvedWeek {
  plan: WeekPlan;
  /** The same week by the rule "earliest promise first": the plan is never worse. */
  rule: WeekPlan;
  /** No plan is less late than this, minutes. */
  bound: number;
  tried: number;
}

/** Lateness first, then idle lifts. */
const cost = ({ late, idle }: { late: number; idle: number }) => late + idle * 1e-5;

const TRIES = 2000;
/** How much worse an order may be, at the beginning, and still be gone on from: minutes. */
const WARMTH = 90;

/**
 * Finds a schedule: begins from "earliest promise first" and changes who chooses first, one job at a time, keeping what
 * is better and, less and less often, what is a little worse. The same problem and seed give the same answer.
 * @param tries orders looked at
 * @returns the best plan met, the rule's plan, and a lower bound on lateness (minutes)
 */
export function solveWeek(problem: WeekProblem, { tries = TRIES, seed = 1 } = {}): SolvedWeek {
  const rulesOrder = earliestPromiseFirst(problem);
  const week = prepareWeek(problem);
  const rule = placeInOrder(week, rulesOrder);
  const bound = latenessBound(problem);
  let [bestOrder, bestCost] = [rulesOrder, cost(rule)];
  let [order, here] = [bestOrder, bestCost];
  const draw = drawsFrom(seed);
  const count = order.length;
  let tried = 0;
  for (; tried < tries && count > 1; tried += 1) {
    const warmth = WARMTH * (1 - tried / tries);
    const changed = [...order];
    const from = Math.floor(draw() * count);
    const to = Math.floor(draw() * count);
    if (from === to) continue;
    if (draw() < 0.6) {
      const [moved] = changed.splice(from, 1);
      changed.splice(to, 0, moved!);
    } else {
      [changed[from], changed[to]] = [changed[to]!, changed[from]!];
    }
    const now = cost(scoreOfOrder(week, changed));
    if (now > here && draw() >= Math.exp((here - now) / Math.max(1, warmth))) continue;
    [order, here] = [changed, now];
    if (now < bestCost) [bestOrder, bestCost] = [changed, now];
  }
  return { plan: placeInOrder(week, bestOrder), rule, bound, tried };
}
