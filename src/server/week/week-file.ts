import type { AgreedPhase } from '@/core/schedule/as-agreed';
import type { WorkCalendar } from '@/core/schedule/calendar';
import type { Sureness, WeekProblem } from '@/core/schedule/types';

/** The week as the shop's records tell it: what is open, who is there, what is fixed by hand. */
export interface WeekFile {
  problem: WeekProblem;
  calendar: WorkCalendar;
  /** What each job of the week is, for whoever reads the plan. */
  jobs: Record<string, WeekJobFacts>;
  waits: Record<string, { untilDay: string; words: string; sure: Sureness }>;
  /** What was agreed last, by job and phase. */
  agreed: AgreedPhase[];
}
export interface WeekJobFacts {
  orderId: string | null;
  number: number | null;
  car: string;
  customer: string;
  /** Where the customer is reached; null where nothing is known. */
  phone: string | null;
  promisedFor: string | null;
  wishedFor: string | null;
  kind: 'job' | 'visit' | 'come-back' | 'rush';
  /** Until its work is done it is rolled, not driven. */
  pushOnly?: boolean;
  /** What the hours rest on. */
  hours: string;
}
