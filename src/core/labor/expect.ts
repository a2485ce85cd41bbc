import { estimateLabor, shrunkLogRatio } from '../calc/labor.estimate';

/** A finished job as its hours tell it. */
export interface FinishedWork {
  procedures: string;
  platform: string;
  book: number;
  actual: number;
  /** Rust was found when it was looked over. */
  rusty: boolean;
  /** Nobody here had done this to such a car before. */
  firstTime: boolean;
}

export interface LaborQuestion {
  procedures: string;
  platform: string;
  book: number;
  rusty: boolean;
  firstTime: boolean;
}

export interface ExpectedLabor {
  ratio: number;
  sdLog: number;
  p50: number;
  p80: number;
  /** How many jobs speak, and of what. */
  jobs: number;
  from: 'this work on this platform' | 'this work' | 'this platform' | 'all jobs' | 'the book';
  /** What rust and a first time put on top, learned. */
  rustFactor: number;
  firstFactor: number;
}

/** What a shop believes of its book times before it has jobs of its own. */
export const HOURS_PRIOR = { jobs: 4, sdLog: 0.3 };
/** Fewer like it than these say too little: a wider circle of jobs is asked. */
const ENOUGH = 5;

const logRatio = ({ actual, book }: FinishedWork) => actual / book;

/** How much longer the jobs marked take than the others like them, shrunk toward "no longer" by four jobs' worth. */
function factorOf(past: readonly FinishedWork[], marked: (job: FinishedWork) => boolean): number {
  const plain = past.filter((job) => !marked(job));
  const base = shrunkLogRatio(plain.map(logRatio), HOURS_PRIOR).mean;
  const { mean } = shrunkLogRatio(
    past.filter(marked).map((job) => logRatio(job) / Math.exp(base)),
    HOURS_PRIOR,
  );
  return Math.exp(mean);
}

/**
 * Minutes a job will take, from this shop's own past: jobs of the same work on the same platform where there are enough,
 * else of the same work, of the platform, of the whole shop. Rust and a first time each have a factor learned from the
 * jobs that had them; it is taken out of the past and put onto this job where it applies.
 * @param past finished jobs, book and actual in minutes
 * @returns ratio to the book, spread of its logarithm, minutes half and four of five such jobs keep, and who speaks
 */
export function expectLabor(past: readonly FinishedWork[], asked: LaborQuestion): ExpectedLabor {
  const usable = past.filter((job) => job.book > 0 && job.actual > 0);
  const sameWork = usable.filter((job) => job.procedures === asked.procedures && asked.procedures !== '');
  const samePlatform = usable.filter((job) => job.platform === asked.platform && asked.platform !== '');
  const both = sameWork.filter((job) => job.platform === asked.platform && asked.platform !== '');
  const circles: [ExpectedLabor['from'], FinishedWork[]][] = [
    ['this work on this platform', both],
    ['this work', sameWork],
    ['this platform', samePlatform],
    ['all jobs', usable],
  ];
  const [from, jobs] = circles.find(([, list]) => list.length >= ENOUGH) ??
    circles.find(([, list]) => list.length > 0) ?? ['the book' as const, []];
  const rustFactor = factorOf(usable, (job) => job.rusty);
  const firstFactor = factorOf(usable, (job) => job.firstTime);
  const weight = (job: { rusty: boolean; firstTime: boolean }) =>
    (job.rusty ? rustFactor : 1) * (job.firstTime ? firstFactor : 1);
  const { ratio, sdLog, p50, p80 } = estimateLabor({
    bookMinutes: asked.book * weight(asked),
    prior: HOURS_PRIOR,
    history: jobs.map((job) => ({ book: job.book * weight(job), actual: job.actual })),
  });
  return { ratio: ratio * weight(asked), sdLog, p50, p80, jobs: jobs.length, from, rustFactor, firstFactor };
}
