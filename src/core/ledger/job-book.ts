import type { PerCorner } from '../calc/fields';
import type { CarSetup, Known, MeasureSheet } from '../planner/measures';
import type { Accessory, PlanPart } from '../planner/plan-part';
import type { Band } from '../planner/spread';
import type { Drawing } from '../stance/shapes';

/** What the entries of planning, looking over, quoting and parts hold. */

export interface PlanAxle {
  /** The parts of this axle in words. */
  name: string;
  /** What their kit claims, mm of lift; null when it claims nothing. */
  claimed: number | null;
  /** Body over wheel by the plan, mean of the axle, mm. */
  lift: number;
}

/** What a plan says of itself where a limit is passed. */
export interface PlanMust {
  id: string;
  name: string;
  figure: string;
  limit: string;
  never: boolean;
}

export interface PlanData {
  version: number;
  baselineId: string;
  front: PlanAxle | null;
  rear: PlanAxle | null;
  note: string;
  setup: CarSetup;
  /** What was known of the car when it was planned. */
  sheet: MeasureSheet;
  parts: PlanPart[];
  accessories: Accessory[];
  learned: Record<'front' | 'rear', { ratio: number; jobs: number; from: string }>;
  /** Change of each corner by the baseline's method, mm, without what is still to come, and with it. */
  lift: PerCorner<number>;
  liftLater: PerCorner<number>;
  band: PerCorner<Band>;
  musts: PlanMust[];
  irreversible: string[];
  /** Cents, minutes. */
  cost: number;
  minutes: number;
  /** The stance picture the customer is shown with it. */
  drawing: Drawing;
}

export const INSPECTION_AREAS = [
  ['tires', 'Tires', 'pressure, wear pattern, age'],
  ['front', 'Front', 'ball joints, arms, struts, boots'],
  ['steering', 'Steering', 'rods, box or rack, play, wheel straight'],
  ['rear', 'Rear', 'springs, shackles, arms, dampers'],
  ['brakes', 'Brakes', 'lines, hoses, pads, park brake'],
  ['bearings', 'Bearings', 'wheel bearings, noise, play'],
  ['bushings', 'Bushings', 'arms, leaf eyes, bar, mounts of engine and gearbox'],
  ['driveline', 'Driveline', 'joints, shafts, boots, leaks, a vibration’s speed band'],
  ['rust', 'Rust', 'frame, brackets, fasteners to be undone'],
  ['lamps', 'Lamps and codes', 'warning lamps, aim, codes read'],
  ['drive', 'Short drive', 'pull, wheel off center, noise, brakes'],
  ['fitted', 'Fitted by others', 'cam bolts, air helpers, spacers, what is missing or cracked'],
] as const;
export type InspectionArea = (typeof INSPECTION_AREAS)[number][0];

/** Our own grades: what the finding asks for, not how red it is. */
export const GRADES = [
  ['sound', 'Sound'],
  ['note', 'Keep an eye on it'],
  ['soon', 'Due soon'],
  ['now', 'Before this work'],
] as const;
export type Grade = (typeof GRADES)[number][0];

export interface FindingData {
  findingId: string;
  area: InspectionArea;
  grade: Grade;
  text: string;
  photoId: string | null;
  /** Known when it came in is the customer's; found after is the shop's. */
  when: 'as it came' | 'during the work';
}

export interface OfferData {
  offerId: string;
  version: number;
  findingId: string | null;
  text: string;
  cents: number;
  photoId: string | null;
}
export interface AnswerHow {
  yes: boolean;
  how: 'in the shop' | 'by phone' | 'on the link';
  witness: string | null;
}
export interface OfferAnswerData extends AnswerHow {
  offerId: string;
  version: number;
}

export interface MeasureData {
  /** The planner's measure id; or a witness mark, a vibration, a thing of its own. */
  key: string;
  label: string;
  typed: string;
  value: number | null;
  unit: string;
  known: Known;
}

export interface QuoteLine {
  text: string;
  cents: number;
  minutes: number;
}
export interface QuoteData {
  version: number;
  planVersion: number | null;
  lines: QuoteLine[];
  /** Minutes half of such jobs keep, and four of five. */
  hours: { p50: number; p80: number; jobs: number };
  ratePerHour: number;
  depositCents: number;
  promisedFor: string | null;
  unknown: string;
}
export interface QuoteAnswerData extends AnswerHow {
  version: number;
}

export interface ExpectedPart {
  lineId: string;
  name: string;
  catalogId: string | null;
  count: number;
  side: 'left' | 'right' | 'front' | 'rear' | 'any';
  /** The phase that first needs it: a later one may start without. */
  phase: 'teardown' | 'fit' | 'reassemble' | 'align';
}
export interface PartsListData {
  kit: string | null;
  build: string | null;
  lines: ExpectedPart[];
}
export interface CheckInData {
  lineId: string;
  got: number;
  right: boolean;
  condition: 'good' | 'damaged' | 'wrong';
  note: string;
  photoId: string | null;
}
export interface HoldData {
  holdId: string;
  reason: string;
  lineIds: string[];
}
export interface HoldEndData {
  holdId: string;
  how: 'checked in' | 'lead';
  leadId: string | null;
  reason: string | null;
}
export interface SupplyData {
  supplyId: string;
  lineId: string;
  name: string;
  count: number;
  /** The supplier's answer: a day, or nothing yet. The stand-in answers at once. */
  promisedOn: string | null;
  answer: string;
  standIn: true;
}
