import { expose } from 'comlink';
import { type JobChance, chancesOf } from '@/core/schedule/chance';
import {
  type HalfSolved,
  type SearchWith,
  type SolvedWeek,
  searchFromKnown,
  searchFromPrices,
  solvedWeek,
} from '@/core/schedule/solve';
import { type RePlanned, rePlan } from '@/core/schedule/re-plan';
import type { AgreedPhase } from '@/core/schedule/as-agreed';
import type { WeekProblem } from '@/core/schedule/types';

export interface WorkedWeek extends SolvedWeek {
  chances: Record<string, JobChance>;
  ms: number;
}
export interface WorkedRePlan extends RePlanned {
  chances: Record<string, JobChance>;
  ms: number;
}

const doors = {
  /** Each half of the search for a plan; they know nothing of each other and can be asked side by side. */
  fromPrices: (problem: WeekProblem, how: SearchWith): HalfSolved => searchFromPrices(problem, how),
  fromKnown: (problem: WeekProblem, how: SearchWith): HalfSolved => searchFromKnown(problem, how),

  /** The plan that both came to, and how likely each promise holds with it. */
  plan(problem: WeekProblem, byPrices: HalfSolved, byKnown: HalfSolved | null): Omit<WorkedWeek, 'ms'> {
    const solved = solvedWeek(problem, byPrices, byKnown);
    return { ...solved, chances: chancesOf(problem, solved.plan) };
  },

  /** The plan from now on when something of the agreed one slipped. */
  again(problem: WeekProblem, agreed: AgreedPhase[]): WorkedRePlan {
    const began = performance.now();
    const again = rePlan(problem, agreed);
    const ms = performance.now() - began;
    return { ...again, chances: chancesOf(problem, again.plan), ms };
  },
};
export type WeekDoors = typeof doors;

expose(doors);
