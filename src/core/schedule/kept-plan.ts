import type { AgreedPhase } from './as-agreed';
import { prepareWeek } from './prepare';
import { rePlan } from './re-plan';
import { searchFromKnown } from './solve';
import type { WeekPlan, WeekProblem } from './types';
import { WeekBuilder } from './week-builder';

/** Where nothing was agreed the whole search is not waited for. */
const EFFORT = 0.1;

/** The plan the shop works by: the agreed one from now on, or, where none was agreed, one found quickly. */
export function keptPlan(problem: WeekProblem, agreed: readonly AgreedPhase[]): WeekPlan {
  if (agreed.length) return rePlan(problem, agreed).plan;
  return new WeekBuilder(prepareWeek(problem)).planOf(searchFromKnown(problem, { effort: EFFORT }).list);
}
