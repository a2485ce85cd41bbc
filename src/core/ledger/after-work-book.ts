import type { Corner } from '../calc/fields';
import type { Odometer } from './entries';

/** What the entries of settling, aligning, driving, handing over and coming back hold. */

/** An alignment booked on a rack; the same booking again moves it or gives it up. */
export interface BookingData {
  bookingId: string;
  rack: string;
  own: boolean;
  startsAt: string;
  minutes: number;
  note: string;
  /** False when the booking was given up. */
  kept: boolean;
}

export const BACK_FROM = ['heights', 'alignment', 'road'] as const;
export type BackFrom = (typeof BACK_FROM)[number];

/** Sent back to the bay: from which page, on what evidence, and the steps it was given. */
export interface BackData {
  from: BackFrom;
  /** The set of heights, the sheet or the road test that sent it back. */
  ref: string;
  reason: string;
  /** The part changed, in words. */
  part: string;
  stepIds: string[];
}

/** A deviation that is accepted: planned, got, why it is safe, who said yes. */
export interface HeightsAcceptedData {
  setId: string;
  leadId: string;
  planned: string;
  got: string;
  reason: string;
}

/** What a place on the road test said: a noise, or a rub with the gap measured. */
export interface RoadNoise {
  place: string;
  speed: string;
  words: string;
}
export const RUB_TIMES = [
  'at lock',
  'over a bump',
  'under squat',
  'hard left turn',
  'hard right turn',
] as const;
export interface RoadRub {
  corner: Corner;
  when: (typeof RUB_TIMES)[number];
  /** Gap measured where it comes nearest, mm; 0 when it touches. */
  gapMm: number;
}

/** What the customer said after driving it before signing. */
export interface CustomerDroveData {
  odometer: Odometer | null;
  words: string;
  content: boolean;
}

export const MARK_KINDS = ['arrow', 'ring', 'line', 'text'] as const;
/** One mark drawn over a picture; places are fractions of its width and height. */
export interface PhotoMark {
  kind: (typeof MARK_KINDS)[number];
  from: [number, number];
  to: [number, number];
  /** Words at the mark: of a line, what it measures. */
  text: string;
}
/** All marks on one bound picture; a later entry stands in the place of the earlier. */
export interface PhotoMarksData {
  photoEntryId: string;
  marks: PhotoMark[];
}

/** The customer's page made or taken away. Only the server's table knows the hash of its address. */
export interface LinkData {
  linkId: string;
  open: boolean;
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

/** A line of an earlier visit's watch list, answered. */
export interface WatchAnswerData {
  watchId: string;
  answer: string;
  /** False when it is watched on. */
  settled: boolean;
}

/** A car handed over with a part of the work deferred by name. */
export interface StageData {
  name: string;
  deferred: { code: string; ref: string; text: string }[];
  /** It leaves on a trailer or is pushed; it is not driven. */
  pushOnly: boolean;
  leadId: string;
  reason: string;
}

/** How the car is used from now on: what works hard comes back sooner. */
export const CAR_USES = [
  ['road', 'mostly roads'],
  ['hard', 'works hard: tows, plows, tracks and fields'],
] as const;
export type CarUse = (typeof CAR_USES)[number][0];
export interface UseData {
  use: CarUse;
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
