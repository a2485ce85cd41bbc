import type { TapeUnit } from '../../calc/tape.parse';
import type { Corner, PerCorner } from '../../corners';
import type { Known } from '../../planner/measures';
import type { Phase } from '../../procedure/types';

/** What the entries of a car that comes in hold: as it came, what was found, what was offered. */

export const ORDER_KINDS = [
  'job',
  'next-stage',
  're-torque',
  'settled-heights',
  'alignment',
  'warranty',
  'inspection',
  'load-change',
] as const;

export type OrderKind = (typeof ORDER_KINDS)[number];

export type DistanceUnit = 'km' | 'mi';

/** A dial read, or the reason nobody could. */
export type Odometer = { value: number; unit: DistanceUnit } | { unread: string };

export const HEIGHT_OCCASIONS = [
  'as came',
  'on wheels',
  'settled',
  'after alignment',
  'with accessories',
  'on new tires',
  'come-back',
] as const;

export type HeightOccasion = (typeof HEIGHT_OCCASIONS)[number];

export const HEIGHT_METHODS = ['hub', 'floor', 'chassis'] as const;

export type HeightMethod = (typeof HEIGHT_METHODS)[number];

export interface IntakeData {
  number: number;
  orderKind: OrderKind;
  comesBackFrom: string | null;
  vehicleId: string;
  customerId: string;
  odometer: Odometer;
  tires: string;
  wheels: string;
  newTires: string | null;
  carries: string;
  wants: string;
  /** Target heights as typed, per axle, by `method`. */
  targets: { front: string | null; rear: string | null; unit: TapeUnit; method: HeightMethod };
  promisedFor: string | null;
  /** What the customer says is driven a day, in the dial's unit. */
  pacePerDay: number | null;
}

export interface AgreementData {
  what: 'targets' | 'plan';
  planVersion: number | null;
  yes: boolean;
  how: 'in the shop' | 'by phone' | 'on the link';
  witness: string | null;
}

/** What a broken promise costs the customer, as the shop knows it. */
export const PROMISE_COSTS = ['little', 'some', 'much'] as const;
export const TOLD_WAYS = ['by phone', 'in the shop', 'by message'] as const;
export interface PromiseData {
  /** The moment it is promised for from now on; null when nothing is. */
  promisedFor: string | null;
  /** The day the customer would like it by, which is no promise. */
  wishedFor: string | null;
  cost: (typeof PROMISE_COSTS)[number];
  /** How and in which words the customer was told; null where what they were told stays as it was. */
  told: { how: (typeof TOLD_WAYS)[number]; words: string } | null;
  reason: string;
}

export const DOUBT_KINDS = [
  'copied',
  'digits',
  'lean turned over',
  'tires alone',
  'claim',
  'two people',
] as const;
/** Why a reading cannot well be. */
export type DoubtKind = (typeof DOUBT_KINDS)[number];

export interface HeightsData {
  occasion: HeightOccasion;
  method: HeightMethod;
  upperPoint: string;
  tires: string;
  pressureDone: boolean;
  floorLevel: boolean;
  steeringStraight: boolean;
  load: string;
  unit: TapeUnit;
  /** One to three readings a corner, as typed. */
  readings: PerCorner<string[]>;
  /** It was asked about, measured again, and did read so. */
  doubted?: { kind: DoubtKind; corners: Corner[]; text: string };
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
  /** About how long it takes, and where in the work it is done; older offers say neither. */
  minutes?: number;
  phase?: Phase;
  /** Why it is offered, written to be read by the customer. */
  why?: string;
}

/** An approved extra that is not done after all, and how the customer said yes to that. */
export interface OfferBackData {
  offerId: string;
  version: number;
  reason: string;
  customer: { how: 'in the shop' | 'by phone'; witness: string | null };
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

/** An order that is ended without work: the car was never opened up. */
export interface CancelData {
  reason: string;
}

/** Other target heights than were taken in. */
export interface TargetsData {
  targets: IntakeData['targets'];
}

/** Which car and whose it is, put right: corrected, or one with another. */
export interface CarData {
  vehicleId: string;
  customerId: string;
  words: string;
  /** A plan made before this was made for another car. */
  replan: boolean;
}

/** The wheel set the car stands on from here, as it is kept now: what the order goes by stays with it. */
export interface WheelsData {
  setId: string;
  name: string;
  tires: string;
  wheels: string;
  /** What its nuts or bolts go by, N·m; null where nobody has entered it. */
  nm: number | null;
  source: string;
  /** How much further the car goes on it than its dial counts. */
  dialFactor: number;
}

/** The kinds of entries by their names. */
export interface ArrivalEntries {
  intake: IntakeData;
  agreement: AgreementData;
  promise: PromiseData;
  place: { place: string | null };
  heights: HeightsData;
  measure: MeasureData;
  finding: FindingData;
  offer: OfferData;
  'offer.answer': OfferAnswerData;
  'offer.back': OfferBackData;
  odometer: { odometer: Odometer };
  cancel: CancelData;
  targets: TargetsData;
  car: CarData;
  wheels: WheelsData;
}
