import type { CarSetup, MeasureSheet } from '../../planner/measures';
import type { PlanPart, Accessory } from '../../planner/plan-part';
import type { PerCorner } from '../../corners';
import type { Band } from '../../planner/spread';
import type { Drawing } from '../../stance/shapes';
import type { AnswerHow } from './arrival';

/** What the entries of planning, quoting and parts hold. */

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

export interface QuoteLine {
  text: string;
  cents: number;
  minutes: number;
}

/** How a shop counts tax: not at all, on top of its prices, or within them. */
export const TAX_WAYS = ['none', 'added', 'included'] as const;
export type TaxWay = (typeof TAX_WAYS)[number];

export interface QuoteTax {
  how: Exclude<TaxWay, 'none'>;
  percent: number;
  label: string;
}

export interface QuoteData {
  version: number;
  planVersion: number | null;
  lines: QuoteLine[];
  /** Minutes half of such jobs keep, and four of five. */
  hours: { p50: number; p80: number; jobs: number };
  ratePerHour: number;
  /** The shop's tax as it was then; none where it counts none. Quotes of before have no word of it. */
  tax?: QuoteTax | null;
  /** The last day on which it can be said yes to on the customer's page. */
  validUntil?: string;
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
  /** The day it is promised for, and from whom. The stand-in answers at once with a day it makes up. */
  promisedOn: string | null;
  answer: string;
  standIn: boolean;
}

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

/** The kinds of entries by their names. */
export interface PlannedEntries {
  plan: PlanData;
  quote: QuoteData;
  'quote.answer': QuoteAnswerData;
  'parts.list': PartsListData;
  'parts.in': CheckInData;
  hold: HoldData;
  'hold.end': HoldEndData;
  supply: SupplyData;
  booking: BookingData;
}
