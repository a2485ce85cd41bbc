import { type Opened, actOfOpened } from './also-opened';
import { type Looseness, mayBeFinal, supportAfter } from './car';
import { workActOnAxles, workOnAxles } from './on-axle';
import { type DoneMark, type FastenerState, type RunDocument, type RunState, stepOf } from './run-state';
import type { TorqueSpec } from './types';

/** Records a step as done and applies what it does to the car. What is open already, or closed already, stays so. */
export function applyStep(run: RunDocument, state: RunState, stepId: string, entry: DoneMark): void {
  const step = stepOf(run, stepId);
  if (!step) return;
  workOnAxles(run, state, step);
  state.done.set(stepId, entry);
  // Done before: what it took apart then is taken apart no second time, it only closes what came open since.
  const again = state.reopened.delete(stepId);
  if (!again) openItems(state, step.opens ?? [], { step: stepId, at: entry.at });
  for (const id of step.closes ?? []) {
    state.car.open.delete(id);
    state.leftOff.delete(id);
    state.openedBy.delete(id);
  }
  for (const [ids, looseness] of [
    [again ? [] : step.loosens, 'loosened'],
    [again ? step.snugs?.filter((id) => state.car.loose.get(id) === 'loosened') : step.snugs, 'snug'],
  ] as const) {
    for (const id of ids ?? []) slacken(state, id, looseness);
  }
  if (!again) state.car.support = supportAfter(state.car.support, step);
}

function openItems(
  state: RunState,
  ids: readonly string[],
  by: { step: string | null; at: string | null },
): void {
  for (const id of ids) {
    if (!state.car.open.has(id)) state.openedBy.set(id, by);
    state.car.open.add(id);
    state.leftOff.delete(id);
  }
}

function slacken(state: RunState, id: string, looseness: Looseness): void {
  state.car.loose.set(id, looseness);
  const fastener = state.fasteners.get(id)!;
  fastener.stripe = looseness === 'loosened' ? 'broken' : 'thin';
  startAgain(fastener);
  fastener.owesCheck = false;
}

/** Records what was opened beside the steps: it is open and loose like anything a step opens. */
export function applyOpened(run: RunDocument, state: RunState, opened: Opened, at: string): void {
  workActOnAxles(run, state, actOfOpened(opened));
  openItems(state, opened.opens, { step: null, at });
  for (const id of opened.loosens) {
    slacken(state, id, 'loosened');
    state.leftOffFasteners.delete(id);
  }
}

function startAgain(fastener: FastenerState): void {
  fastener.torqued = false;
  fastener.pass = 0;
  fastener.nuts.fill(0);
  fastener.angled = false;
  fastener.takenBy = [];
}

export interface TorqueTaken {
  pass: number;
  moved: boolean;
  recheck: boolean;
  /** Which nut of a group, or all of them. */
  nut?: 'all' | number;
  /** Degrees turned; only after the last pass of a fastener that goes by angle. */
  angleDeg?: number | null;
  /** Who put the wrench on it. */
  personId?: string;
}

/**
 * Records a torque. The stripe is full only after the last pass of every nut, the angle included, in the right
 * support; until then it is thin.
 */
export function applyTorque(
  run: RunDocument,
  state: RunState,
  fastenerId: string,
  { pass, moved, recheck, nut = 'all', angleDeg = null, personId }: TorqueTaken,
): void {
  const fastener = run.fasteners.find((candidate) => candidate.id === fastenerId);
  const now = state.fasteners.get(fastenerId);
  if (!fastener || !now) return;
  now.nuts = now.nuts.map((had, index) => (nut === 'all' || nut === index + 1 ? Math.max(had, pass) : had));
  now.pass = Math.min(...now.nuts);
  if (angleDeg !== null) now.angled = true;
  if (personId !== undefined && !now.takenBy.includes(personId)) now.takenBy.push(personId);
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
