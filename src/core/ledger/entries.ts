import type { AlignmentReadings, AlignmentSpec } from '../calc/alignment.verdict';
import type { Corner, PerCorner } from '../calc/fields';
import type { TapeUnit } from '../calc/tape.parse';
import type { TorqueUnit } from '../calc/torque.convert';
import type { OneEnd, Support } from '../procedure/types';
import type {
  BackData,
  BookingData,
  CustomerDroveData,
  DateAnswerData,
  DateWishData,
  HeightsAcceptedData,
  LinkData,
  LongCheckInData,
  PhotoMarksData,
  RoadNoise,
  RoadRub,
  StageData,
  UseData,
  WatchAnswerData,
} from './after-work-book';
import type { LoweringData, TaskData, TaskDoneData } from './hands-book';
import type {
  CheckInData,
  FindingData,
  HoldData,
  HoldEndData,
  MeasureData,
  OfferAnswerData,
  OfferData,
  PartsListData,
  PlanData,
  QuoteAnswerData,
  QuoteData,
  SupplyData,
} from './job-book';

/** What each kind of entry holds. Entries are never edited; a correction is a new entry that names the old one. */

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
  how: 'in the shop' | 'by phone';
  witness: string | null;
}

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
}

export interface RunStartData {
  documentHash: string;
  planVersion: number | null;
  /** The edition of the rules it begins under; none said is the first. */
  rules?: number;
}

export interface StepDoneData {
  stepId: string;
  measured: string | null;
  note: string | null;
}

export interface ValueData {
  fastenerId: string;
  place: string;
  kind: 'entered' | 'interim' | 'missing' | 'waiting';
  nm: number | null;
  angleDeg: number | null;
  source: string;
  /** The lead whose value it is; whoever says that there is none needs no lead. */
  leadId?: string | null;
}

export interface TorqueData {
  fastenerId: string;
  place: string;
  pass: number;
  /** The nuts this entry speaks of; a group is torqued together. */
  nut: 'all' | number;
  target: { nm: number; source: string; interim: boolean; angleDeg?: number };
  wrench: { id: string; name: string; pastDue: boolean; outOfRange: boolean };
  /** How the reading came: by hand, or sent by a wrench bound to the tablet. */
  by?: 'hand' | 'wrench';
  /** With an extension in line: what the wrench was set to, N·m, and the lever it was worked out from, mm. */
  extension?: { wrenchLength: number; extension: number; angleDeg: number; settingNm: number } | null;
  /** Degrees turned after the last pass, for a fastener that goes by angle. */
  angleDeg?: number | null;
  reading: { clicked: true } | { value: number; unit: TorqueUnit };
  support: { front: string; rear: string };
  newHardware: boolean;
  recheck: boolean;
  moved: boolean;
  movedDeg: number | null;
  warnings: string[];
}

export interface SecondCheckData {
  fastenerId: string;
  place: string;
  checkerId: string;
}

export interface ApprovalData {
  stepId: string;
  approverId: string;
}

export const OVERRIDE_RULES = [
  'after',
  'not-aligned',
  'unsigned',
  'missing-shot',
  'road-check',
  'second-check',
  'stacked',
  'later-part',
  'start',
] as const;
export type OverrideRule = (typeof OVERRIDE_RULES)[number];
export interface OverrideData {
  rule: OverrideRule;
  ref: string;
  leadId: string;
  reason: string;
}

export const STOP_REASONS = [
  'parts',
  'stuck fastener',
  'wrong part',
  'another job',
  'break',
  'day end',
  'done',
] as const;
export type StopReason = (typeof STOP_REASONS)[number];

export interface ClockOnData {
  clockId: string;
  personId: string;
  stepId: string | null;
  /** A second pair of hands, called from another job; goes back there afterwards. */
  helper?: boolean;
  backTo?: { orderId: string; stepId: string | null } | null;
}
export interface ClockOffData {
  clockId: string;
  personId: string;
  reason: StopReason;
  /** Set when a lead closes a clock somebody forgot: the moment it should have stopped, and why then. */
  endedAt?: string;
  leadId?: string;
  why?: string;
}

export interface PhotoData {
  photoId: string;
  sha256: string;
  stepId: string | null;
  corner: Corner | null;
  fastenerId: string | null;
  occasion: string | null;
  caption: string;
  /** The shot's name: two pictures of one shot are a before and an after. */
  shot?: string | null;
}

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
}

export interface RunChangeData {
  documentHash: string;
  why: 'way' | 'step';
  /** What changed, in words: the way taken, or the step added. */
  words: string;
}

/** An end raised, held or lowered outside the listed steps. */
export interface SupportData {
  support: Record<OneEnd, Support>;
}

/** One cut of a coil: what came off and what it measures since. */
export interface CutData {
  stepId: string;
  corner: Corner;
  turns: number;
  /** Free length after this cut, mm. */
  freeMm: number;
}

export const STUCK_CURES = ['bar', 'to and fro', 'heat', 'cut', 'drilled out', 'new part ordered'] as const;
export interface StuckData {
  stuckId: string;
  fastenerId: string;
  place: string;
  what: 'seized' | 'sheared' | 'stripped';
  photoId: string | null;
}
export interface StuckEndData {
  stuckId: string;
  how: (typeof STUCK_CURES)[number];
}

/** Damage done here: a finding of its own kind. */
export interface DamageData {
  damageId: string;
  text: string;
  cause: string;
  pays: 'the shop' | 'the customer' | 'the maker';
  customerTold: boolean;
  photoId: string | null;
}

/** A doubt left at handoff, with the day or distance by which a visit must answer it. */
export interface WatchData {
  watchId: string;
  text: string;
  photoId: string | null;
  byDay: string | null;
  byDistance: { distance: number; unit: DistanceUnit } | null;
}

export const CORNER_SETTINGS = [
  ['damper clicks', 'clicks from closed'],
  ['collar threads', 'threads showing'],
  ['cam position', 'marks from center'],
  ['shackle hole', 'hole from the top'],
] as const;
export type CornerSetting = (typeof CORNER_SETTINGS)[number][0];
export const SETTING_TIMES = ['before', 'after', 'after the road test'] as const;
export interface SettingData {
  what: CornerSetting;
  corner: Corner;
  when: (typeof SETTING_TIMES)[number];
  value: number;
}

export const LESSON_ABOUT = ['order of steps', 'wrong size', 'a step missing', 'the kit'] as const;
/** What would be done differently: a proposed edit of a procedure, or a note on a kit. */
export interface LessonData {
  lessonId: string;
  about: (typeof LESSON_ABOUT)[number];
  stepId: string | null;
  procedureId: string | null;
  kit: string | null;
  text: string;
  standing: 'proven here' | 'hearsay';
}

/** A part that may be left off for a while: with the lead's reason and the customer's yes, both ends secured. */
export interface LeftOffData {
  itemId: string;
  place: string | null;
  leadId: string;
  reason: string;
  customer: { how: 'in the shop' | 'by phone'; witness: string | null };
}

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

export interface EntryData {
  intake: IntakeData;
  agreement: AgreementData;
  place: { place: string | null };
  heights: HeightsData;
  plan: PlanData;
  measure: MeasureData;
  finding: FindingData;
  offer: OfferData;
  'offer.answer': OfferAnswerData;
  quote: QuoteData;
  'quote.answer': QuoteAnswerData;
  'parts.list': PartsListData;
  'parts.in': CheckInData;
  hold: HoldData;
  'hold.end': HoldEndData;
  supply: SupplyData;
  'run.start': RunStartData;
  'run.change': RunChangeData;
  support: SupportData;
  cut: CutData;
  stuck: StuckData;
  'stuck.end': StuckEndData;
  damage: DamageData;
  watch: WatchData;
  setting: SettingData;
  lesson: LessonData;
  'left.off': LeftOffData;
  'step.done': StepDoneData;
  value: ValueData;
  torque: TorqueData;
  'torque.checked': SecondCheckData;
  approval: ApprovalData;
  override: OverrideData;
  'clock.on': ClockOnData;
  'clock.off': ClockOffData;
  photo: PhotoData;
  alignment: AlignmentData;
  'alignment.accepted': AlignmentAcceptedData;
  odometer: { odometer: Odometer };
  'road.out': RoadOutData;
  'road.in': RoadInData;
  'followup.open': FollowUpOpenData;
  'followup.close': FollowUpCloseData;
  handoff: HandoffData;
  booking: BookingData;
  back: BackData;
  'heights.accepted': HeightsAcceptedData;
  'customer.drove': CustomerDroveData;
  'photo.marks': PhotoMarksData;
  link: LinkData;
  'date.wish': DateWishData;
  'date.answer': DateAnswerData;
  'watch.answer': WatchAnswerData;
  stage: StageData;
  use: UseData;
  'check-in': LongCheckInData;
  'visit.closed': { note: string };
  /** What another order of this car has made of things this one carried in. */
  elsewhere: { order: number; closed: string[]; open: string[]; tight: string[]; loose: string[] };
  task: TaskData;
  'task.done': TaskDoneData;
  lowering: LoweringData;
  /** Takes back the entry named in `corrects`. */
  void: Record<string, never>;
  /** The shop's own chain: people, customers, vehicles, tools, settings. Ids and plain facts, no contact data. */
  'shop.change': { what: string; id: string; facts: Record<string, unknown> };
}
export type EntryKind = keyof EntryData;

export interface EntryOf<K extends EntryKind> {
  id: string;
  chain: string;
  seq: number;
  kind: K;
  at: string;
  receivedAt: string;
  personId: string;
  deviceId: string;
  deviceSeq: number;
  corrects: string | null;
  why: string | null;
  data: EntryData[K];
}
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** An entry as it counts now: with the data of its last correction, or left out when it was taken back. */
export function currentEntries(entries: readonly Entry[]): Entry[] {
  const replaced = new Map<string, Entry>();
  const gone = new Set<string>();
  for (const entry of entries) {
    if (entry.corrects === null) continue;
    if (entry.kind === 'void') gone.add(entry.corrects);
    else replaced.set(entry.corrects, entry);
  }
  return entries
    .filter((entry) => entry.corrects === null && !gone.has(entry.id))
    .map((entry) => {
      const correction = replaced.get(entry.id);
      return correction && correction.kind === entry.kind
        ? ({ ...entry, data: correction.data } as Entry)
        : entry;
    });
}
