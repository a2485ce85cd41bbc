import { plannedMinutes } from './prepare';
import type { WeekProblem } from './types';

/** How many people's work the clock runs ahead with while an order is made, and how far ahead of a promise it is felt. */
const HANDS = [2, 3, 4];
const PATIENCE = [0.3, 0.6, 1, 2, 4, 8];

/** The rule a shop without a plan follows: what is promised first comes first; what is promised to nobody comes last. */
export function earliestPromiseFirst(problem: WeekProblem): number[] {
  return problem.jobs
    .map((job, index) => ({ index, promise: job.promise ?? Infinity }))
    .sort((a, b) => a.promise - b.promise || a.index - b.index)
    .map(({ index }) => index);
}

/**
 * Orders to begin a search from. Next comes the job that saves most lateness for each minute of work: short before long
 * where both are late already, and the less the further off its promise or its parts still are, measured in mean jobs.
 * How much less is not known beforehand, so that there are several.
 */
export function ordersByWorth(problem: WeekProblem): number[][] {
  const jobs = problem.jobs.map((job, index) => ({
    index,
    promise: job.promise,
    minutes: job.phases.reduce((sum, phase) => sum + plannedMinutes(job, phase), 0),
    ready: Math.max(0, ...job.phases.map((phase) => phase.notBefore)),
  }));
  const mean = jobs.reduce((sum, { minutes }) => sum + minutes, 0) / Math.max(1, jobs.length);
  return HANDS.flatMap((hands) =>
    PATIENCE.map((patience) => {
      const felt = patience * mean;
      const worth = ({ promise, minutes, ready }: (typeof jobs)[number], now: number) =>
        promise === null
          ? 0
          : Math.exp(-(Math.max(0, promise - minutes - now) + Math.max(0, ready - now)) / felt) / minutes;
      const left = [...jobs];
      const order: number[] = [];
      for (let now = 0; left.length;) {
        const worths = left.map((job) => worth(job, now));
        const [next] = left.splice(worths.indexOf(Math.max(...worths)), 1);
        order.push(next!.index);
        now += next!.minutes / hands;
      }
      return order;
    }),
  );
}
