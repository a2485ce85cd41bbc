import { type AgreedPhase, keepingAgreed, listOfAgreed } from './as-agreed';
import { chancesOf } from './chance';
import { prepareWeek } from './prepare';
import type { WeekJob, WeekProblem } from './types';
import { WeekBuilder } from './week-builder';

/** What can be promised of a job that is not in the week yet. */
export interface Offer {
  /** The earliest day of the axis by whose end it is done nine times in ten. */
  day: number;
  /** The minutes by which half of the draws, and nine in ten, are done. */
  p50: number;
  p90: number;
  /** How likely it is done by the end of a wished day; null where none was wished. */
  wished: number | null;
}

/** A promise is worth giving when it holds so often. */
export const HOLDS = 0.9;

/**
 * The earliest day to promise at the counter, with the week as it stands: the new job takes the gaps that the others
 * leave, and the week is then played many times.
 * @param plan the plan as it stands, in which every other job keeps its hour
 * @param wishedDay a day of the axis the customer would like it by
 */
export function offerFor(
  problem: WeekProblem,
  plan: readonly AgreedPhase[],
  job: WeekJob,
  wishedDay: number | null,
  seed = 7,
): Offer {
  const { dayMinutes } = problem;
  const promise = wishedDay === null ? null : (wishedDay + 1) * dayMinutes;
  const whole: WeekProblem = { ...problem, jobs: [...problem.jobs, { ...job, promise }] };
  const week = prepareWeek(whole);
  const builder = new WeekBuilder(keepingAgreed(week, plan, () => true));
  const built = builder.planOf(listOfAgreed(builder, plan));
  const { holds, p50, p90 } = chancesOf(whole, built, { seed })[job.id]!;
  return { day: Math.max(0, Math.ceil(p90 / dayMinutes) - 1), p50, p90, wished: holds };
}
