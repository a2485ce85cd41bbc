import type { Odometer, DistanceUnit } from './arrival';

/** What the entries of coming back hold. */

export const FOLLOW_UP_KINDS = ['wheel', 'chassis', 'heights', 'alignment', 'check-in'] as const;

export type FollowUpKind = (typeof FOLLOW_UP_KINDS)[number];

export interface FollowUpOpenData {
  followUpId: string;
  kind: FollowUpKind;
  places: string[];
  doneOn: string;
  odometer: Odometer;
  interval: { distance: number | null; unit: DistanceUnit; days: number | null };
  tireFactor: number;
  because: 'handoff' | 'moved' | 'value';
}

export interface FollowUpCloseData {
  followUpId: string;
  how: 'visit' | 'evidence' | 'refused' | 'lead';
  evidence: string | null;
  reason: string | null;
}

/** The customer asks for a date. */
export interface DateWishData {
  wishId: string;
  day: string | null;
  words: string;
}

export interface DateAnswerData {
  wishId: string;
  words: string;
}

export const CHANGES = ['better', 'as before', 'worse'] as const;

export type Change = (typeof CHANGES)[number];

/** What the owner says after months. */
export interface LongCheckInData {
  ride: Change;
  noise: Change;
  fuel: Change;
  wear: Change;
  again: 'yes' | 'no' | 'not sure';
  words: string;
}

/** The kinds of entries by their names. */
export interface ComingBackEntries {
  'followup.open': FollowUpOpenData;
  'followup.close': FollowUpCloseData;
  'date.wish': DateWishData;
  'date.answer': DateAnswerData;
  'check-in': LongCheckInData;
  'visit.closed': { note: string };
}
