import { CORNER_NAMES, type Corner } from '../corners';
import type { PlannedFigures } from '../planner/planned-figures';
import type { Hang } from '../anatomy/state';
import { type CarState, type Looseness, standingCar } from './car';
import { standingHangs } from './axles-of';
import type { Fastener, Item, OneEnd, PlainProcedure, Procedure, Step, TorqueSpec } from './types';

/** A procedure a run was made of, at the version it had then. */
export interface RunSource {
  prefix: string;
  id: string;
  title: string;
  hash: string;
  ways: string[];
  /** It was drafted here from a car’s anatomy; worked once by a lead, or never. */
  drafted?: { worked: boolean };
}

/** A procedure by its title; that it was drafted here is said of it for good. */
export const titleOfSource = ({ title, drafted }: Pick<RunSource, 'title' | 'drafted'>): string =>
  drafted ? `${title} (drafted here, no maker’s sheet${drafted.worked ? '' : ', never worked'})` : title;

export const titleOfProcedure = ({ title, drafted }: Pick<Procedure, 'title' | 'drafted'>): string =>
  titleOfSource({ title, ...(drafted ? { drafted: { worked: drafted.worked !== undefined } } : {}) });

/** The run of a work order: the merged procedure it follows, and how the car stood when it began. */
export interface RunDocument extends PlainProcedure {
  sources: RunSource[];
  /** What the shop’s procedures know of other things on these axles: taken from here when one is also opened. */
  beside?: { items: Item[]; fasteners: Fastener[] };
  /** What the agreed plan says of what is measured and tried; none where a job has no plan. */
  planned?: PlannedFigures | null;
  /** What an earlier visit left: items still open and fasteners not full. */
  carried: { open: string[]; loose: Record<string, Looseness>; leftOff?: string[] };
}

/** Who did a step when, and whom they say stood beside them. */
export interface DoneMark {
  entryId: string;
  at: string;
  personId: string;
  beside?: readonly string[];
}

/** What the paint across nut and part says. */
export type Stripe = 'bare' | 'broken' | 'thin' | 'full' | 'double' | 'shifted';

export interface FastenerState {
  stripe: Stripe;
  /** Passes that every nut of the group has had in this run. */
  pass: number;
  /** Passes of each nut; a group shows its worst. */
  nuts: number[];
  /** Turned by its angle after the last pass, where it goes by angle. */
  angled: boolean;
  /** The last pass was taken in this run, in the right support. */
  torqued: boolean;
  /** Owes somebody else's check. */
  owesCheck: boolean;
  /** Who has put a wrench on it since it was last loose: none of them checks it. */
  takenBy: string[];
  /** Found moved on this visit's re-check. */
  moved: boolean;
  /** The value in force; null is missing and stays in sight. */
  spec: TorqueSpec | null;
  valueKind: 'sheet' | 'made-up' | 'entered' | 'interim' | 'missing' | 'waiting';
}

export interface OpenItem {
  item: Item;
  /** The step that opened it, or null when the car came with it open. */
  step: string | null;
  at: string | null;
}

/** Where a run stands: the car, each fastener, each step. Pure data; rebuilt from the entries. */
export interface RunState {
  /** The edition of the rules it began under: its record is judged by those, whatever new taps are asked. */
  rules: number;
  car: CarState;
  /** How each end hangs and what carries it, where the run says what holds what. */
  hang: Record<OneEnd, Hang>;
  done: Map<string, DoneMark>;
  openedBy: Map<string, { step: string | null; at: string | null }>;
  fasteners: Map<string, FastenerState>;
  approved: Set<string>;
  /** `after` waits that the lead has lifted, by step. */
  lifted: Set<string>;
  /** Waivable items closed as left off, and the fasteners that went with them. */
  leftOff: Set<string>;
  leftOffFasteners: Set<string>;
  /** Steps that were done and have to be done again, since what they closed or torqued is not so any more. */
  reopened: Set<string>;
  /** Steps that have nothing left to do because all they handle is left off. */
  skipped: Set<string>;
}

const BROUGHT = /^(also|rack|trial)\//;
/** Is this a thing or a step that an entry brought into the run, and no procedure? */
export const isEntryWork = (id: string): boolean => BROUGHT.test(id);

/** A fastener nobody has had a wrench on in this run. */
export const untouched = ({ count, spec }: Fastener): FastenerState => ({
  stripe: 'bare',
  pass: 0,
  nuts: new Array<number>(count).fill(0),
  angled: false,
  torqued: false,
  owesCheck: false,
  takenBy: [],
  moved: false,
  spec,
  valueKind: !spec ? 'missing' : spec.madeUp ? 'made-up' : 'sheet',
});

/** A refused move: what forbids it, and whether the lead may lift it. */
export interface RefusedMove {
  code:
    | 'done'
    | 'after'
    | 'support'
    | 'ground'
    | 'drive'
    | 'loose'
    | 'untorqued'
    | 'value'
    | 'approval'
    | 'check'
    | 'measure'
    | 'held'
    | 'anatomy';
  message: string;
  /** Ids of the steps, items or fasteners in the way. */
  refs: string[];
  overridable: boolean;
}

/** `Wheel nuts, left front`: a thing with its place when it has one. */
export function placedName(thing: { name: string; corner?: Corner }): string {
  return thing.corner ? `${thing.name}, ${CORNER_NAMES[thing.corner]}` : thing.name;
}

/**
 * Counted up when moves are refused that were taken before. 1: as it began; 2: wheels are things that are off and on, and
 * what needs the car as it stands comes before it is moved; 3: heights, sheet and drive are taken again after the work was
 * taken apart, a photo is one shot, and what was not tried on the road is waived by name; 4: no lead's word raises a car
 * without its chocks; 5: a check owed on steering or brakes forbids driving, a step opens again when what it closed is
 * open, and a made-up value holds the handoff; 6: what the axle's anatomy says would let go, stretch, fall or twist is refused;
 * 7: figures of a step are entries of their own, judged, and a setting is tried until it is there.
 */
export const RULES_EDITION = 7;

export function beginRun(run: RunDocument, rules = RULES_EDITION): RunState {
  const car = standingCar();
  const state: RunState = {
    rules,
    car,
    hang: standingHangs(run),
    done: new Map(),
    openedBy: new Map(),
    fasteners: new Map(),
    approved: new Set(),
    lifted: new Set(),
    leftOff: new Set(),
    leftOffFasteners: new Set(),
    reopened: new Set(),
    skipped: new Set(),
  };
  for (const id of run.carried.open) {
    car.open.add(id);
    state.openedBy.set(id, { step: null, at: null });
  }
  for (const id of run.carried.leftOff ?? []) state.leftOff.add(id);
  for (const fastener of run.fasteners) {
    const loose = run.carried.loose[fastener.id];
    if (loose) car.loose.set(fastener.id, loose);
    state.fasteners.set(fastener.id, {
      ...untouched(fastener),
      ...(loose ? { stripe: loose === 'loosened' ? 'broken' : 'thin' } : {}),
    });
  }
  return state;
}

interface Index {
  items: Map<string, Item>;
  fasteners: Map<string, Fastener>;
  steps: Map<string, Step>;
  places: Map<string, number>;
}
const byId = <T extends { id: string }>(things: T[]) => new Map(things.map((thing) => [thing.id, thing]));
const indexes = new WeakMap<PlainProcedure, Index>();

/** A procedure's things by their ids: looked up at every tap for every entry, so made once a procedure. */
function indexOf(run: PlainProcedure): Index {
  const known = indexes.get(run);
  if (known && known.places.size === run.steps.length) return known;
  const made = {
    items: byId(run.items),
    fasteners: byId(run.fasteners),
    steps: byId(run.steps),
    places: new Map(run.steps.map((step, index) => [step.id, index])),
  };
  indexes.set(run, made);
  return made;
}

function known<T>(things: Map<string, T>, id: string): T {
  const found = things.get(id);
  if (!found) throw new Error(`the run has no ${id}`);
  return found;
}

export const itemOf = (run: PlainProcedure, id: string): Item => known(indexOf(run).items, id);
export const fastenerOf = (run: PlainProcedure, id: string): Fastener => known(indexOf(run).fasteners, id);
export const stepOf = (run: PlainProcedure, id: string): Step | undefined => indexOf(run).steps.get(id);
/** Where a step stands in the listed order; -1 when the run has none of that id. */
export const stepPlace = (run: PlainProcedure, id: string): number => indexOf(run).places.get(id) ?? -1;

export const SUPPORT_WORDS = {
  'on-wheels': 'on its wheels',
  raised: 'raised',
  'axle-held': 'raised with the axle held',
  'at-height': 'held at ride height',
} as const;
