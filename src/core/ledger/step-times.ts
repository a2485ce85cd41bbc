import type { OrderState } from './order-state';

export interface StepTime {
  stepId: string;
  /** Minutes by the book. */
  book: number;
  /** Minutes on the clock of whoever did it, since the step before or since the clock began. */
  actual: number;
}
export interface StuckTime {
  stuckId: string;
  fastenerId: string;
  what: string;
  how: string | null;
  minutes: number;
  photoId: string | null;
  open: boolean;
}
export interface JobTimes {
  steps: StepTime[];
  stuck: StuckTime[];
  /** Minutes of everybody on the clock. */
  clocked: number;
  /** Book minutes of what is done, and of the whole run. */
  bookDone: number;
  bookAll: number;
  /** Clocked beyond the book of what is done; negative is ahead. */
  over: number;
}

const minutes = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60_000;

/**
 * Actual against book, step by step and for the job. A step's actual time is what its doer's clock ran since their step
 * before; time nobody was clocked on is nobody's.
 * @param now the moment up to which open clocks count
 */
export function jobTimes(state: OrderState, now: string): JobTimes {
  const { document, run } = state;
  const spans = state.clocks.map((span) => ({ ...span, to: span.to ?? now }));
  const clockedBetween = (personId: string, from: string, to: string) =>
    spans
      .filter((span) => span.personId === personId)
      .reduce((sum, span) => {
        const begins = span.from > from ? span.from : from;
        const ends = span.to < to ? span.to : to;
        return sum + Math.max(0, ends > begins ? minutes(begins, ends) : 0);
      }, 0);
  const steps: StepTime[] = [];
  const lastDone = new Map<string, string>();
  const done = [...(run?.done ?? [])].sort(([, a], [, b]) => a.at.localeCompare(b.at));
  for (const [stepId, entry] of done) {
    const step = document?.steps.find((candidate) => candidate.id === stepId);
    const from = lastDone.get(entry.personId) ?? '';
    steps.push({ stepId, book: step?.minutes ?? 0, actual: clockedBetween(entry.personId, from, entry.at) });
    lastDone.set(entry.personId, entry.at);
  }
  const clocked = spans.reduce((sum, span) => sum + Math.max(0, minutes(span.from, span.to)), 0);
  const bookDone = steps.reduce((sum, step) => sum + step.book, 0);
  return {
    steps,
    stuck: state.stuck.map(({ entry, end }) => ({
      stuckId: entry.data.stuckId,
      fastenerId: entry.data.fastenerId,
      what: entry.data.what,
      how: end?.data.how ?? null,
      minutes: minutes(entry.at, end?.at ?? now),
      photoId:
        entry.data.photoId ??
        state.photos.filter((photo) => photo.data.fastenerId === entry.data.fastenerId).pop()?.data.photoId ??
        null,
      open: end === null,
    })),
    clocked,
    bookDone,
    bookAll: document?.steps.reduce((sum, step) => sum + step.minutes, 0) ?? 0,
    over: clocked - bookDone,
  };
}

/** Minutes beyond the book that are worth telling. */
const WORTH_TELLING = 10;

/**
 * How a job runs against its book, for whoever talks to the customer: `running 25 min over: a seized lower arm pivot`.
 * @returns null while it keeps to its book
 */
export function describeRunning(times: JobTimes, nameOf: (fastenerId: string) => string): string | null {
  if (times.over < WORTH_TELLING) return null;
  const [worst] = [...times.stuck].sort((a, b) => b.minutes - a.minutes);
  const because = worst ? `: a ${worst.what} ${nameOf(worst.fastenerId).toLowerCase()}` : '';
  return `running ${Math.round(times.over)} min over${because}`;
}

/** Hours after which an open clock is one somebody forgot. */
export const FORGOTTEN_HOURS = 10;
