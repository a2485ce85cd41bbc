import { expose } from 'comlink';
import { type JobChance, chancesOf } from '@/core/schedule/chance';
import { type SolvedWeek, solveWeek } from '@/core/schedule/solve';
import type { WeekProblem } from '@/core/schedule/types';

export interface WorkedWeek extends SolvedWeek {
  chances: Record<string, JobChance>;
  ms: number;
}

const doors = {
  /** Finds a plan and says how likely each promise holds with it. */
  plan(problem: WeekProblem): WorkedWeek {
    const began = performance.now();
    const solved = solveWeek(problem);
    return { ...solved, chances: chancesOf(problem, solved.plan), ms: performance.now() - began };
  },
};
export type WeekDoors = typeof doors;

expose(doors);
