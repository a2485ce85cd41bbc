import type { TorqueUnit } from '../../calc/torque.convert';
import type { OpenedHow, OpenedThings } from '../../procedure/also-opened';
import type { OneEnd, Support } from '../../procedure/types';
import type { Corner } from '../../corners';

/** What the entries of the work in the bay hold. */

export interface RunStartData {
  documentHash: string;
  planVersion: number | null;
  /** The edition of the rules it begins under; none said is the first. */
  rules?: number;
  /** It began in a demo, where made-up values hold nothing up. */
  demo?: true;
}

export interface StepDoneData {
  stepId: string;
  measured: string | null;
  note: string | null;
  /** Who stood beside, where whoever did it may not do it alone. */
  beside?: string[];
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
  target: { nm: number; source: string; interim: boolean; angleDeg?: number; madeUp?: true };
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
  'figure',
  'trial',
  'overshoot',
  'used-part',
] as const;

export type OverrideRule = (typeof OVERRIDE_RULES)[number];

export interface OverrideData {
  rule: OverrideRule;
  ref: string;
  leadId: string;
  reason: string;
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
  /** It was chocked again for this, after the step that took the chocks away. */
  chocked?: boolean;
}

/** One cut of a coil: what came off and what it measures since. */
export interface CutData {
  stepId: string;
  corner: Corner;
  turns: number;
  /** Free length after this cut, mm. */
  freeMm: number;
}

/** A part that may be left off for a while: with the lead's reason and the customer's yes, both ends secured. */
export interface LeftOffData {
  itemId: string;
  place: string | null;
  leadId: string;
  reason: string;
  customer: { how: 'in the shop' | 'by phone'; witness: string | null };
}

/** Lowering and driving of this car given to one tablet, or to none again. */
export interface LoweringData {
  how: 'taken' | 'given back' | 'taken back by the lead';
  deviceName: string;
  /** Whose tablet it is taken back from. */
  fromDevice: string | null;
  leadId: string | null;
  reason: string | null;
  /** The lead has looked at the car itself. */
  looked: boolean;
}

/** Something opened on the car that no step lists, with the work it brings. */
export interface AlsoOpenedData {
  how: OpenedHow;
  things: OpenedThings;
  /** What the axle's anatomy says against it: it was off already when it was written down. */
  against: string[];
  /** The step in hand, and the procedure it is of: that one is proposed to list it. */
  stepId: string | null;
  procedureId: string | null;
}

/** The kinds of entries by their names. */
export interface BayEntries {
  'also.opened': AlsoOpenedData;
  'run.start': RunStartData;
  'run.change': RunChangeData;
  'step.done': StepDoneData;
  approval: ApprovalData;
  override: OverrideData;
  support: SupportData;
  cut: CutData;
  value: ValueData;
  torque: TorqueData;
  'torque.checked': SecondCheckData;
  'left.off': LeftOffData;
  /** What another order of this car has made of things this one carried in. */
  elsewhere: { order: number; closed: string[]; open: string[]; tight: string[]; loose: string[] };
  lowering: LoweringData;
}
