import { Z80 } from '../normal';
import { Refusal } from '../refusal';

export interface LaborEstimateInput {
  bookMinutes: number;
  prior: { jobs: number; sdLog: number };
  history: { book: number; actual: number }[];
}

/**
 * A log ratio learned from past jobs, shrunk toward zero by a prior that counts as so many jobs.
 * @param ratios what came of each past job over what was expected of it, above 0
 * @returns mean and spread of the logarithm
 */
export function shrunkLogRatio(ratios: number[], prior: { jobs: number; sdLog: number }) {
  const weight = ratios.length + prior.jobs;
  if (weight === 0) {
    throw new Refusal('no-solution', 'With no past jobs the prior must count as some.', 'prior.jobs');
  }
  const logs = ratios.map(Math.log);
  const mean = logs.reduce((sum, log) => sum + log, 0) / weight;
  const squares = logs.reduce((sum, log) => sum + (log - mean) ** 2, 0);
  return { mean, sd: Math.sqrt((prior.jobs * prior.sdLog ** 2 + squares) / weight) };
}

/**
 * How long a job takes, from what past ones took against the book.
 * @param input book minutes, a prior (how many jobs it counts as, its log spread), past jobs (book and actual minutes)
 * @returns ratio to the book, log spread, and the minutes that half (p50) and four of five (p80) jobs keep
 * @throws Refusal when there is neither past nor prior
 */
export function estimateLabor({ bookMinutes, prior, history }: LaborEstimateInput) {
  const { mean, sd } = shrunkLogRatio(
    history.map(({ book, actual }) => actual / book),
    prior,
  );
  const ratio = Math.exp(mean);
  return {
    ratio,
    sdLog: sd,
    p50: bookMinutes * ratio,
    p80: bookMinutes * Math.exp(mean + Z80 * sd),
  };
}
