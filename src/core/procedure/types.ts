import type { PartKind } from '../planner/part-kinds';
import type { Anatomy, Carry, Drop } from '../anatomy/types';
import type { Corner } from '../corners';

export const SUPPORTS = ['on-wheels', 'raised', 'axle-held', 'at-height'] as const;
/** How one end of the car is carried. */
export type Support = (typeof SUPPORTS)[number];

export const ENDS = ['front', 'rear', 'both'] as const;
export type End = (typeof ENDS)[number];
export type OneEnd = 'front' | 'rear';

export const PHASES = [
  'intake',
  'baseline',
  'plan',
  'teardown',
  'fit',
  'reassemble',
  'on-wheels',
  'align',
  'road',
  'handoff',
] as const;
export type Phase = (typeof PHASES)[number];

/** The phases as the crew says them. */
export const PHASE_WORDS: Record<Phase, string> = {
  intake: 'Look over',
  baseline: 'Before undoing anything',
  plan: 'Parts',
  teardown: 'Take down',
  fit: 'Fit',
  reassemble: 'Back together',
  'on-wheels': 'On its own weight',
  align: 'Align',
  road: 'Road',
  handoff: 'Hand over',
};

export const ITEM_KINDS = [
  'link',
  'joint',
  'line',
  'wire',
  'sensor',
  'support',
  'cover',
  'spring',
  'switch',
  'fluid',
  'part',
  'temporary',
  'bag',
  'pin',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];
export type CloseBefore = 'ground' | 'drive' | 'handoff';

/** Something that gets opened on the car and has to be closed again. */
export interface Item {
  id: string;
  name: string;
  place?: string;
  kind: ItemKind;
  end?: End;
  corner?: Corner;
  closeBefore?: CloseBefore;
  waivable?: boolean;
}

export interface TorqueSpec {
  nm: number;
  angleDeg?: number;
  source: string;
  note?: string;
  /** Nobody’s sheet says so: it is there so that a demo can be worked through. */
  madeUp?: true;
}

/** What keeps a fastener from turning once it is tight; the first three are a part of their own. */
export const LOCKS = ['cotter', 'clip', 'tab', 'jam', 'threadlocker', 'prevailing'] as const;
export type Lock = (typeof LOCKS)[number];

export interface Fastener {
  id: string;
  name: string;
  place: string;
  end?: End;
  corner?: Corner;
  count: number;
  thread?: string;
  grade?: string;
  critical?: 'steering' | 'brake' | 'wheel';
  final?: 'on-wheels';
  spec: TorqueSpec | null;
  hardware?: 'reused' | 'kit' | 'new';
  identify?: string;
  pattern?: string;
  passes?: number;
  threadlocker?: string;
  secondCheck?: boolean;
  recheck?: 'wheel' | 'chassis';
  mate?: string;
  lock?: Lock;
}

export interface Tool {
  kind: string;
  size?: string;
  drive?: string;
}

/** What a figure of a step is read in; any other unit is a line of text, as it was before. */
export const FIGURE_UNITS = ['mm', 'deg', 'turns', 'count', 'kg', 'word'] as const;
export type FigureUnit = (typeof FIGURE_UNITS)[number];

/** What a figure is held against: a value of the kit's sheet, the plan's, its twin, or an earlier one (`STEP.MEASURE`). */
export type HeldAgainst = { sheet: string } | { plan: string } | { twin: string } | { before: string };

export type AgainstKind = 'sheet' | 'plan' | 'twin' | 'before';

/** How a figure is judged: by its distance from what it is held against, by limits of its own, by its change. */
export interface Judgement {
  within?: number;
  least?: number;
  most?: number;
  changeLeast?: number;
  changeMost?: number;
}

export interface Measure {
  /** None said: it goes by its number in the step. */
  id?: string;
  what: string;
  unit: string;
  corner?: Corner;
  from?: HeldAgainst;
  judge?: Judgement;
  /** What to do where it reads too low, and too high. */
  low?: string;
  high?: string;
  /** It is printed on the handoff. */
  handoff?: boolean;
}

/** What is set from try to try. All but the sleeve are read as a height, the sleeve by the steering wheel's angle. */
export const TRIAL_UNITS = ['hole', 'cut turn', 'seat turn', 'block', 'sleeve turn'] as const;
export type TrialUnit = (typeof TRIAL_UNITS)[number];

/** A setting found by trying: set, on its wheels, read, the next one worked out. */
export interface TrialLoop {
  /** What is set, in words: `hole of the plate, from the top`. */
  setting: string;
  unit: TrialUnit;
  allowed?: number[];
  oneWay?: 'lowers' | 'raises';
  /** How far one of it moves the reading: by the plan of this car, or said here. */
  prior: 'plan' | { slope: number; sd: number };
  /** What is to be reached: the plan's height of this end, or the height of the other corner. */
  target: 'plan' | 'corner';
}

/** Kinds of parts that are laid beside the old one and compared. */
export const COMPARE_KINDS = ['spring', 'strut', 'shackle', 'arm', 'shaft', 'hose', 'stud', 'link'] as const;
export type CompareKind = (typeof COMPARE_KINDS)[number];

export interface Step {
  id: string;
  phase: Phase;
  do: string;
  why?: string;
  end?: End;
  corner?: Corner;
  after?: string[];
  needs?: Support[];
  sets?: Support;
  opens?: string[];
  closes?: string[];
  loosens?: string[];
  snugs?: string[];
  torques?: string[];
  tools?: Tool[];
  consumables?: string[];
  parts?: string[];
  measure?: Measure[];
  trial?: TrialLoop;
  compare?: { kind: CompareKind };
  photo?: { shot: string; corner?: Corner }[];
  helper?: number;
  irreversible?: boolean;
  drive?: boolean;
  share?: string;
  minutes: number;
  rustProne?: boolean;
  caution?: string;
  /** Joints of the axle marked across before they are eased; at the rack, left at their marks. */
  marks?: string[];
  /** Bodies that something begins to carry here, and that it ceases to. */
  carries?: Carry[];
  lets?: Carry[];
  /** How far wheels hang below ride height after this. */
  drops?: Drop[];
  /** Bodies that come off the car here, and that go back on. */
  out?: string[];
  in?: string[];
}

/** The anatomy each end is worked on, by its id. */
export type AnatomyOf = Partial<Record<OneEnd, string>>;

/** How shops differ: what a way takes out of the listed order and what it puts in. */
export interface Variant {
  id: string;
  choice: string;
  title: string;
  out: string[];
  in: { after: string | null; step: Step }[];
  /** Where it is for another kind of axle than the file as it stands. */
  anatomy?: AnatomyOf;
  items?: Item[];
  fasteners?: Fastener[];
}

/**
 * Which plan asks for a procedure: parts of one of these kinds at each end it names, and none of `not` beside them. Where a
 * kind of `seldom` is there too, it is offered and another one is the usual.
 */
export interface Asks {
  front?: PartKind[];
  rear?: PartKind[];
  not?: PartKind[];
  seldom?: PartKind[];
}

export interface Procedure {
  format: 'wrenchwise-procedure/1';
  id: string;
  title: string;
  summary: string;
  fits: { front?: string[]; rear?: string[]; drive?: string[]; targets?: string };
  /** Which plan asks for it; several are any of them. */
  asks?: Asks | Asks[];
  /** How each end it works on is hung: what holds what there, by the id of an anatomy. */
  anatomy?: AnatomyOf;
  /** It was drafted here from a car’s anatomy: said of it for good. */
  drafted?: DraftedFrom;
  ways: Variant[];
  items: Item[];
  fasteners: Fastener[];
  steps: Step[];
}

/** What a procedure was drafted from; nobody’s sheet says so. */
export interface DraftedFrom {
  anatomy: string;
  end: OneEnd;
  out: string[];
  putsIn: string;
  /** The ways out it takes, in the anatomy’s words. */
  ways: string[];
  minutes: number;
  spoils: string[];
  /** The order on which a lead worked it; none yet where it was never worked. */
  worked?: { order: number };
}

/** A procedure with its ways taken: what is checked and worked from. */
export type PlainProcedure = Pick<Procedure, 'items' | 'fasteners' | 'steps' | 'anatomy'> & {
  /** The anatomies it is proved on, where they are there. */
  anatomies?: readonly Anatomy[];
};

/** The ends a thing belongs to; nothing said means both. */
export function endsOf(thing: { end?: End }): OneEnd[] {
  return thing.end === 'front' || thing.end === 'rear' ? [thing.end] : ['front', 'rear'];
}
