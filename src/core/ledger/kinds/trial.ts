import type { EntryWork } from '../../procedure/entry-work';
import type { OneEnd } from '../../procedure/types';

/** What the entries of a trial hold: hardware put on to look at a stance, and what the owner said of it. */

export const TRIAL_KINDS = [
  'trial blocks or packers',
  'trial bolts',
  'tacks',
  'a coil cut for looking',
  'something else on trial',
] as const;
export type TrialKind = (typeof TRIAL_KINDS)[number];

export interface TrialBeginData extends EntryWork {
  trialId: string;
  kind: TrialKind;
  what: string;
  end: OneEnd | 'both';
  opens: string[];
  loosens: string[];
}

export const TRIAL_STANCES = ['lowest', 'highest', 'chosen'] as const;
export type TrialStance = (typeof TRIAL_STANCES)[number];

/** A height on trial, from hub center to the lip over it, mm; a side stands for both. */
export interface TrialHeightData {
  which: TrialStance;
  heights: Partial<Record<OneEnd, { text: string; mm: number }>>;
  /** The weights that are not in the car yet. */
  missing: string;
  photoId: string;
  /** The hardware that held it there, by its names. */
  hardware: string[];
}

/** The owner's yes or no to one height as it was shown, by its entry. */
export interface TrialAnswerData {
  heightId: string;
  yes: boolean;
  how: 'in the shop' | 'by phone' | 'on the link';
  witness: string | null;
}

/** The kinds of entries by their names. */
export interface TrialEntries {
  'trial.begin': TrialBeginData;
  'trial.height': TrialHeightData;
  'trial.answer': TrialAnswerData;
}
