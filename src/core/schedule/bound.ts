import { JobPlacer, type PreparedWeek, prepareWeek } from './place-jobs';
import { PricedWeek } from './priced-week';
import type { WeekPlan, WeekProblem } from './types';

/** Rounds of mending the prices; more bring little. */
const ROUNDS = 140;
/** How far prices go at first, how many rounds without gain make that less, and by how much. */
const STRIDE = 1.6;
const PATIENCE = 8;
const LESS = 0.6;

/** Each promised job alone in an empty shop, to the minute: nothing is less late than that. */
function lateAlone(week: PreparedWeek): number {
  return week.problem.jobs.reduce((sum, { promise }, index) => {
    if (promise === null) return sum;
    const phases = new JobPlacer(week).place(index, []);
    return sum + Math.max(0, (phases[phases.length - 1]?.end ?? 0) - promise);
  }, 0);
}

/**
 * A lower bound on the minutes past the promises: no plan can do better. Every hour on a lift, a rack and a tech gets a
 * price, each job then goes its own cheapest way as if alone, and the prices are mended where too many chose the same
 * hour; whatever the prices, what the jobs pay less what the seats are worth is never above the best plan.
 * @param plan one that is known: nothing after its end is scarce, and prices are mended towards its lateness
 * @returns minutes, never negative
 */
export function latenessBound(problem: WeekProblem, plan: WeekPlan): number {
  if (plan.late === 0) return 0;
  // A pin to a minute may be missed where it cannot be kept; who and where always hold.
  const prepared = prepareWeek({ ...problem, pins: problem.pins.map((pin) => ({ ...pin, start: null })) });
  const week = new PricedWeek(prepared, plan);
  let best = lateAlone(prepared);
  let [stride, since] = [STRIDE, 0];
  for (let round = 0; round < ROUNDS; round += 1) {
    const worth = week.worth();
    since += 1;
    if (worth > best) [best, since] = [worth, 0];
    if (plan.late - best < 1) break;
    if (since >= PATIENCE) [stride, since] = [stride * LESS, 0];
    week.mendPrices(stride, plan.late * 1.02 - worth);
  }
  return best;
}
