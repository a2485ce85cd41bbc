import type { Corner } from '../calc/fields';
import {
  type CarState,
  type Looseness,
  bothOnWheels,
  forbidLowering,
  forbidsDriving,
  mayBeFinal,
  standingCar,
  supportAfter,
} from './car';
import { type Fastener, type Item, type PlainProcedure, type Step, type TorqueSpec, endsOf } from './types';

/** The run of a work order: the merged procedure it follows, and how the car stood when it began. */
export interface RunDocument extends PlainProcedure {
  sources: { prefix: string; id: string; title: string; hash: string; ways: string[] }[];
  /** What an earlier visit left: items still open and fasteners not full. */
  carried: { open: string[]; loose: Record<string, Looseness>; leftOff?: string[] };
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
  /** Found moved on this visit's re-check. */
  moved: boolean;
  /** The value in force; null is missing and stays in sight. */
  spec: TorqueSpec | null;
  valueKind: 'sheet' | 'entered' | 'interim' | 'missing' | 'waiting';
}

export interface OpenItem {
  item: Item;
  /** The step that opened it, or null when the car came with it open. */
  step: string | null;
  at: string | null;
}

/** Where a run stands: the car, each fastener, each step. Pure data; rebuilt from the entries. */
export interface RunState {
  car: CarState;
  done: Map<string, { entryId: string; at: string; personId: string }>;
  openedBy: Map<string, { step: string | null; at: string | null }>;
  fasteners: Map<string, FastenerState>;
  approved: Set<string>;
  /** `after` waits that the lead has lifted, by step. */
  lifted: Set<string>;
  /** Waivable items closed as left off, and the fasteners that went with them. */
  leftOff: Set<string>;
  leftOffFasteners: Set<string>;
  /** Steps that have nothing left to do because all they handle is left off. */
  skipped: Set<string>;
}

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
    | 'measure';
  message: string;
  /** Ids of the steps, items or fasteners in the way. */
  refs: string[];
  overridable: boolean;
}

export const CORNER_NAMES: Record<Corner, string> = {
  LF: 'left front',
  RF: 'right front',
  LR: 'left rear',
  RR: 'right rear',
};

/** `Wheel nuts, left front`: a thing with its place when it has one. */
export function placedName(thing: { name: string; corner?: Corner }): string {
  return thing.corner ? `${thing.name}, ${CORNER_NAMES[thing.corner]}` : thing.name;
}

export function beginRun(run: RunDocument): RunState {
  const car = standingCar();
  const state: RunState = {
    car,
    done: new Map(),
    openedBy: new Map(),
    fasteners: new Map(),
    approved: new Set(),
    lifted: new Set(),
    leftOff: new Set(),
    leftOffFasteners: new Set(),
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
      stripe: loose === 'loosened' ? 'broken' : loose === 'snug' ? 'thin' : 'bare',
      pass: 0,
      nuts: new Array<number>(fastener.count).fill(0),
      angled: false,
      torqued: false,
      owesCheck: false,
      moved: false,
      spec: fastener.spec,
      valueKind: fastener.spec ? 'sheet' : 'missing',
    });
  }
  return state;
}

const find = <T extends { id: string }>(things: T[], id: string): T => {
  const found = things.find((thing) => thing.id === id);
  if (!found) throw new Error(`the run has no ${id}`);
  return found;
};

export const itemOf = (run: PlainProcedure, id: string): Item => find(run.items, id);
export const fastenerOf = (run: PlainProcedure, id: string): Fastener => find(run.fasteners, id);
export const stepOf = (run: PlainProcedure, id: string): Step | undefined =>
  run.steps.find((step) => step.id === id);

function listed(names: string[]): string {
  const shown = names.slice(0, 4);
  const more = names.length - shown.length;
  return shown.join('; ') + (more > 0 ? `; and ${more} more` : '');
}

/** Fasteners that steps before this one torque and that have no torque in this run. */
function untorquedBefore(run: RunDocument, state: RunState, index: number): string[] {
  const ids = new Set(run.steps.slice(0, index).flatMap((step) => step.torques ?? []));
  return [...ids].filter((id) => !state.fasteners.get(id)!.torqued && !state.leftOffFasteners.has(id));
}

/** Everything that forbids driving the car as it stands, whatever step asks. */
export function forbidsDrive(
  run: RunDocument,
  state: RunState,
  beforeStep = run.steps.length,
): RefusedMove[] {
  const refused: RefusedMove[] = [];
  if (!bothOnWheels(state.car.support)) {
    refused.push({
      code: 'support',
      message: 'It is not standing on all its wheels: lower it first.',
      refs: [],
      overridable: false,
    });
  }
  const open = [...state.car.open].map((id) => itemOf(run, id)).filter(forbidsDriving);
  if (open.length) {
    refused.push({
      code: 'drive',
      message: `Not to be driven with this open: ${listed(open.map(placedName))}. Close it first.`,
      refs: open.map((item) => item.id),
      overridable: false,
    });
  }
  const loose = [...state.car.loose.keys()];
  const untorqued = untorquedBefore(run, state, beforeStep).filter((id) => !loose.includes(id));
  if (loose.length) {
    refused.push({
      code: 'loose',
      message: `Not to be driven with this loose: ${listed(loose.map((id) => placedName(fastenerOf(run, id))))}. Torque it first.`,
      refs: loose,
      overridable: false,
    });
  }
  if (untorqued.length) {
    refused.push({
      code: 'untorqued',
      message: `No torque is recorded for ${listed(untorqued.map((id) => placedName(fastenerOf(run, id))))}. Torque it first.`,
      refs: untorqued,
      overridable: false,
    });
  }
  return refused;
}

/**
 * Judges whether a step may be done now, as the car really stands, whatever was done before it.
 * @returns every reason against it; none means it may be done
 */
export function judgeStep(run: RunDocument, state: RunState, stepId: string): RefusedMove[] {
  const index = run.steps.findIndex((step) => step.id === stepId);
  const step = run.steps[index];
  if (!step) return [{ code: 'done', message: 'This job has no such step.', refs: [], overridable: false }];
  if (state.done.has(stepId)) {
    return [
      { code: 'done', message: 'This step is already recorded as done.', refs: [], overridable: false },
    ];
  }
  const refused: RefusedMove[] = [];
  const waiting = (step.after ?? []).filter((id) => !state.done.has(id) && !state.skipped.has(id));
  if (waiting.length && !state.lifted.has(stepId)) {
    refused.push({
      code: 'after',
      message: `First: ${listed(waiting.map((id) => stepOf(run, id)?.do ?? id))}.`,
      refs: waiting,
      overridable: true,
    });
  }
  const wrong = step.needs?.length
    ? endsOf(step).filter((end) => !step.needs!.includes(state.car.support[end]))
    : [];
  if (wrong.length) {
    const wanted = step.needs!.map((support) => SUPPORT_WORDS[support]).join(' or ');
    const now = wrong.map((end) => `the ${end} is ${SUPPORT_WORDS[state.car.support[end]]}`).join(', ');
    refused.push({
      code: 'support',
      message: `This is done ${wanted}; ${now}.`,
      refs: wrong,
      overridable: false,
    });
  }
  const openAfter = new Set([...state.car.open, ...(step.opens ?? [])]);
  for (const id of step.closes ?? []) openAfter.delete(id);
  const inTheWay = forbidLowering(
    state.car.support,
    supportAfter(state.car.support, step),
    [...openAfter].map((id) => itemOf(run, id)),
  );
  if (inTheWay.length) {
    refused.push({
      code: 'ground',
      message: `Do not lower it: ${listed(inTheWay.map(placedName))} is still open. Close it first.`,
      refs: inTheWay.map((item) => item.id),
      overridable: false,
    });
  }
  const untorqued = (step.torques ?? []).filter(
    (id) => !state.fasteners.get(id)!.torqued && !state.leftOffFasteners.has(id),
  );
  if (untorqued.length) {
    refused.push({
      code: 'untorqued',
      message: `Torque first: ${listed(untorqued.map((id) => placedName(fastenerOf(run, id))))}.`,
      refs: untorqued,
      overridable: false,
    });
  }
  if (step.irreversible && !state.approved.has(stepId)) {
    refused.push({
      code: 'approval',
      message: 'This cannot be undone: the lead says yes to it first.',
      refs: [stepId],
      overridable: false,
    });
  }
  if (step.drive) refused.push(...forbidsDrive(run, state, index));
  return refused;
}

/** Judges whether a fastener may get its torque now. */
export function judgeTorque(run: RunDocument, state: RunState, fastenerId: string): RefusedMove[] {
  const fastener = fastenerOf(run, fastenerId);
  const now = state.fasteners.get(fastenerId)!;
  const refused: RefusedMove[] = [];
  if (!now.spec) {
    refused.push({
      code: 'value',
      message: `${placedName(fastener)} has no value. The lead enters one with its source, or it stays open.`,
      refs: [fastenerId],
      overridable: false,
    });
  }
  if (!mayBeFinal(fastener, state.car.support)) {
    const ends = endsOf(fastener).filter(
      (end) => !['on-wheels', 'at-height'].includes(state.car.support[end]),
    );
    refused.push({
      code: 'support',
      message: `${placedName(fastener)} gets its last torque on the wheels: the ${ends.join(' and ')} is in the air, and the bush would twist. Snug it now.`,
      refs: [fastenerId],
      overridable: false,
    });
  }
  return refused;
}

export const SUPPORT_WORDS = {
  'on-wheels': 'on its wheels',
  raised: 'raised',
  'axle-held': 'raised with the axle held',
  'at-height': 'held at ride height',
} as const;

/** Records a step as done and applies what it does to the car. What is open already, or closed already, stays so. */
export function applyStep(
  run: RunDocument,
  state: RunState,
  stepId: string,
  entry: { entryId: string; at: string; personId: string },
): void {
  const step = stepOf(run, stepId);
  if (!step) return;
  state.done.set(stepId, entry);
  for (const id of step.opens ?? []) {
    if (!state.car.open.has(id)) state.openedBy.set(id, { step: stepId, at: entry.at });
    state.car.open.add(id);
    state.leftOff.delete(id);
  }
  for (const id of step.closes ?? []) {
    state.car.open.delete(id);
    state.leftOff.delete(id);
    state.openedBy.delete(id);
  }
  for (const [ids, looseness] of [
    [step.loosens, 'loosened'],
    [step.snugs, 'snug'],
  ] as const) {
    for (const id of ids ?? []) {
      state.car.loose.set(id, looseness);
      const fastener = state.fasteners.get(id)!;
      fastener.stripe = looseness === 'loosened' ? 'broken' : 'thin';
      startAgain(fastener);
      fastener.owesCheck = false;
    }
  }
  state.car.support = supportAfter(state.car.support, step);
}

function startAgain(fastener: FastenerState): void {
  fastener.torqued = false;
  fastener.pass = 0;
  fastener.nuts.fill(0);
  fastener.angled = false;
}

export interface TorqueTaken {
  pass: number;
  moved: boolean;
  recheck: boolean;
  /** Which nut of a group, or all of them. */
  nut?: 'all' | number;
  /** Degrees turned; only after the last pass of a fastener that goes by angle. */
  angleDeg?: number | null;
}

/**
 * Records a torque. The stripe is full only after the last pass of every nut, the angle included, in the right
 * support; until then it is thin.
 */
export function applyTorque(
  run: RunDocument,
  state: RunState,
  fastenerId: string,
  { pass, moved, recheck, nut = 'all', angleDeg = null }: TorqueTaken,
): void {
  const fastener = run.fasteners.find((candidate) => candidate.id === fastenerId);
  const now = state.fasteners.get(fastenerId);
  if (!fastener || !now) return;
  now.nuts = now.nuts.map((had, index) => (nut === 'all' || nut === index + 1 ? Math.max(had, pass) : had));
  now.pass = Math.min(...now.nuts);
  if (angleDeg !== null) now.angled = true;
  now.moved ||= moved;
  const passed = now.pass >= (recheck ? 1 : (fastener.passes ?? 1));
  const turned = recheck || now.spec?.angleDeg === undefined || now.angled;
  if (passed && turned && mayBeFinal(fastener, state.car.support)) {
    now.torqued = true;
    now.stripe = now.moved ? 'shifted' : 'full';
    now.owesCheck = Boolean(fastener.secondCheck) && !recheck;
    state.car.loose.delete(fastenerId);
  } else {
    now.stripe = 'thin';
    now.torqued = false;
    if (state.car.loose.has(fastenerId)) state.car.loose.set(fastenerId, 'snug');
  }
}

/** Another value for a fastener. One that had its torque by the old value takes it again by the new. */
export function applyValue(
  state: RunState,
  fastenerId: string,
  value: { kind: FastenerState['valueKind']; spec: TorqueSpec | null },
): void {
  const now = state.fasteners.get(fastenerId);
  if (!now) return;
  const other = now.spec?.nm !== value.spec?.nm || now.spec?.angleDeg !== value.spec?.angleDeg;
  now.valueKind = value.kind;
  now.spec = value.spec;
  if (now.torqued && other) {
    startAgain(now);
    now.owesCheck = false;
    now.stripe = 'thin';
  }
}

/** Somebody else checked it: the second pen. */
export function applySecondCheck(state: RunState, fastenerId: string): void {
  const now = state.fasteners.get(fastenerId);
  if (!now?.torqued) return;
  now.owesCheck = false;
  if (now.stripe === 'full') now.stripe = 'double';
}

/** The steps not done yet: first the one to do now, which is the earliest that may be done, then the rest in order. */
export function nextSteps(run: RunDocument, state: RunState): { step: Step; refused: RefusedMove[] }[] {
  const left = run.steps
    .filter((step) => !state.done.has(step.id) && !state.skipped.has(step.id))
    .map((step) => ({ step, refused: judgeStep(run, state, step.id) }));
  const now = left.find(({ refused }) =>
    refused.every((reason) => ['untorqued', 'approval'].includes(reason.code)),
  );
  return now ? [now, ...left.filter((entry) => entry !== now)] : left;
}

/** What is open on the car now, with the step that opened it, what forbids lowering before what forbids driving. */
export function openItems(run: RunDocument, state: RunState): OpenItem[] {
  const rank = { ground: 0, drive: 1, handoff: 2 } as const;
  return [...state.car.open]
    .map((id) => ({ item: itemOf(run, id), ...state.openedBy.get(id)! }))
    .sort((a, b) => rank[a.item.closeBefore ?? 'handoff'] - rank[b.item.closeBefore ?? 'handoff']);
}

/** The fasteners now loose, or only snug. */
export function looseFasteners(
  run: RunDocument,
  state: RunState,
): { fastener: Fastener; looseness: Looseness }[] {
  return [...state.car.loose].map(([id, looseness]) => ({ fastener: fastenerOf(run, id), looseness }));
}
