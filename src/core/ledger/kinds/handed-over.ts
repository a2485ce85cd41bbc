import type { RackAnswer, RackWork } from '../../procedure/rack-moved';
import type { AlignmentSpec, AlignmentReadings } from '../../calc/alignment.verdict';
import type { Odometer } from './arrival';
import type { Corner } from '../../corners';

/** What the entries of settling, aligning, driving and handing over hold. */

export interface AlignmentData {
  rack: string;
  operator: string;
  specSource: string;
  spec: AlignmentSpec;
  before: AlignmentReadings;
  after: AlignmentReadings;
  adjustments: string;
  notReached: string;
  /** The caster wanted after a lift, degrees, and why that. */
  casterGoal?: { deg: number; why: string } | null;
  /** How the sheet came, and from which file. */
  by?: 'typed' | 'csv' | 'json';
  file?: { name: string; hash: string } | null;
  /** The print's picture. */
  photoId?: string | null;
  /** How far the steering wheel stood off center after it, degrees; + is to the right. */
  wheelOffDeg?: number | null;
  /** What the rack could have moved, each answered. */
  adjusters?: (RackAnswer & { name: string })[];
  /** The work of what it moved. */
  moved?: RackWork | null;
}

export interface AlignmentAcceptedData {
  sheetId: string;
  leadId: string;
  reason: string;
}

export interface RoadCheck {
  id: string;
  result: 'good' | 'fault' | 'not tried';
  note: string;
}

export interface RoadOutData {
  odometer: Odometer;
}

export interface RoadInData {
  odometer: Odometer;
  checks: RoadCheck[];
  note: string;
  noises?: RoadNoise[];
  rubs?: RoadRub[];
  /** The dial against an independent speed, both in one unit. */
  dial?: { shown: number; truth: number } | null;
  /** Whoever drove it chose that the customer reads these words; else they stay with the crew. */
  tell?: boolean;
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

/** What the customer said after driving it before signing. */
export interface CustomerDroveData {
  odometer: Odometer | null;
  words: string;
  content: boolean;
}

/** The customer's page made or taken away. Only the server's table knows the hash of its address. */
export interface LinkData {
  linkId: string;
  open: boolean;
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

export interface HandoffData {
  version: number;
  packetHash: string;
  pdfHash: string;
  signatureHash: string;
  chainCount: number;
  chainHash: string;
  /** A version made by a correction after signing: which signed one it follows, and why. The signed one is kept. */
  correction?: { of: number; why: string };
}

/** The kinds of entries by their names. */
export interface HandedOverEntries {
  alignment: AlignmentData;
  'alignment.accepted': AlignmentAcceptedData;
  'heights.accepted': HeightsAcceptedData;
  back: BackData;
  'road.out': RoadOutData;
  'road.in': RoadInData;
  'customer.drove': CustomerDroveData;
  use: UseData;
  stage: StageData;
  handoff: HandoffData;
  link: LinkData;
}
