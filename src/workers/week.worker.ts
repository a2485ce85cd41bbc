import { expose } from 'comlink';
import { type JobChance, chancesOf } from '@/core/schedule/chance';
import {
  type Half,
  type HalfSolved,
  type SearchWith,
  type SolvedWeek,
  searchFromPrices,
  solvedWeek,
} from '@/core/schedule/solve';
import { type RePlanned, rePlan } from '@/core/schedule/re-plan';
import type { AgreedPhase } from '@/core/schedule/as-agreed';
import type { WeekPlan, WeekProblem } from '@/core/schedule/types';

/** A plan, and how likely each promise holds with it. */
export interface WeighedPlan {
  plan: WeekPlan;
  chances: Record<string, JobChance>;
}
export interface WorkedWeek extends SolvedWeek, WeighedPlan {
  ms: number;
}
export interface WorkedRePlan extends RePlanned, WeighedPlan {
  ms: number;
}

/** The plan from now on that was shown last, and of which agreed plan it is. */
let shown: { of: string; placed: AgreedPhase[] } | null = null;

const doors = {
  /** Each half of the search for a plan; they know nothing of each other and can be asked side by side. */
  half: (problem: WeekProblem, half: Half, how: SearchWith): HalfSolved =>
    searchFromPrices(problem, half, how),

  /** The plan that both came to, and how likely each promise holds with it. */
  plan(problem: WeekProblem, halves: HalfSolved[]): Omit<WorkedWeek, 'ms'> {
    const solved = solvedWeek(problem, halves);
    return { ...solved, chances: chancesOf(problem, solved.plan) };
  },

  /** The plan from now on when something of the agreed one slipped. */
  again(problem: WeekProblem, agreed: AgreedPhase[]): WorkedRePlan {
    const began = performance.now();
    const of = JSON.stringify(agreed);
    const again = rePlan(problem, agreed, { shown: shown?.of === of ? shown.placed : null });
    shown = { of, placed: again.plan.placed };
    const ms = performance.now() - began;
    return { ...again, chances: chancesOf(problem, again.plan), ms };
  },
};
export type WeekDoors = typeof doors;

expose(doors);
