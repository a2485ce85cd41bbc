import { bothOnWheels, forbidLowering, forbidsDriving, mayBeFinal, supportAfter } from './car';
import { judgeOnAxle } from './on-axle';
import {
  chocksMissing,
  earlierStepsOnTheSame,
  stepsBehindTheWheel,
  stepsThatNeedItAsItStands,
  wheelsThatCountAsOff,
} from './order-of-work';
import {
  RULES_EDITION,
  type RefusedMove,
  type RunDocument,
  type RunState,
  SUPPORT_WORDS,
  fastenerOf,
  itemOf,
  placedName,
  stepOf,
  stepPlace,
} from './run-state';
import { type OneEnd, endsOf } from './types';

function listed(names: string[]): string {
  const shown = names.slice(0, 4);
  const more = names.length - shown.length;
  return shown.join('; ') + (more > 0 ? `; and ${more} more` : '');
}

/** Fasteners that steps before this one torque and that have no torque in this run. */
function untorquedBefore(run: RunDocument, state: RunState, index: number): string[] {
  const ids = new Set<string>();
  for (let at = 0; at < index; at += 1)
    for (const id of run.steps[at]!.torques ?? [])
      if (!state.fasteners.get(id)!.torqued && !state.leftOffFasteners.has(id)) ids.add(id);
  return [...ids];
}

/** Everything that forbids driving the car as it stands, whatever step asks. */
export function forbidsDrive(
  run: RunDocument,
  state: RunState,
  beforeStep = run.steps.length,
  edition = RULES_EDITION,
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
  const unchecked =
    edition < CHECKED_SINCE ? [] : run.fasteners.filter((one) => owesCriticalCheck(state, one));
  if (unchecked.length) {
    refused.push({
      code: 'check',
      message: `Not to be driven before somebody else has checked it: ${listed(unchecked.map(placedName))}.`,
      refs: unchecked.map((one) => one.id),
      overridable: false,
    });
  }
  return refused;
}

/** The rules since which a check that is owed keeps the car from being driven. */
const CHECKED_SINCE = 5;

/** Does it owe a check, and hold steering or brakes? */
const owesCriticalCheck = (state: RunState, { id, critical }: RunDocument['fasteners'][number]): boolean =>
  state.fasteners.get(id)!.owesCheck && (critical === 'steering' || critical === 'brake');

/** Lowering with wheels that count as off. */
export function judgeWheels(run: RunDocument, state: RunState, lowered: readonly OneEnd[]): RefusedMove[] {
  const off = wheelsThatCountAsOff(run, state, lowered);
  if (!off.length) return [];
  return [
    {
      code: 'ground',
      message: `Do not lower it: loosened and not snugged again, so that the wheel counts as off: ${listed(off)}.`,
      refs: [],
      overridable: false,
    },
  ];
}

/** The rules since which what an axle's anatomy forbids is refused. */
export const ANATOMY_SINCE = 6;

/** The rules since which a lead’s word raises no car without its chocks. */
const CHOCKS_SINCE = 4;

/**
 * Judges whether a step may be done now, as the car really stands, whatever was done before it.
 * @param edition the rules it is judged by: those of today for a tap, those the run began under for what is on record
 * @param axle whether it is held against the axle even where something else refuses it already
 * @returns every reason against it; none means it may be done
 */
export function judgeStep(
  run: RunDocument,
  state: RunState,
  stepId: string,
  edition = RULES_EDITION,
  axle: 'always' | 'if nothing else refuses' = 'always',
): RefusedMove[] {
  const index = stepPlace(run, stepId);
  const step = run.steps[index];
  if (!step) return [{ code: 'done', message: 'This job has no such step.', refs: [], overridable: false }];
  if (state.done.has(stepId)) {
    return [
      { code: 'done', message: 'This step is already recorded as done.', refs: [], overridable: false },
    ];
  }
  const refused: RefusedMove[] = [];
  const waiting = [
    ...new Set([
      ...(step.after ?? []).filter((id) => !state.done.has(id) && !state.skipped.has(id)),
      ...(edition < 2
        ? []
        : [
            ...earlierStepsOnTheSame(run, state, step),
            ...stepsThatNeedItAsItStands(run, state, step),
            ...stepsBehindTheWheel(run, state, step),
          ].map(({ id }) => id)),
    ]),
  ];
  // A lead may let a step go before another, but nobody raises a car that is not chocked.
  const unchocked =
    edition >= CHOCKS_SINCE &&
    step.sets === 'raised' &&
    endsOf(step).some((end) => state.car.support[end] === 'on-wheels') &&
    chocksMissing(run, state);
  if (waiting.length && (unchocked || !state.lifted.has(stepId))) {
    refused.push({
      code: 'after',
      message: `First: ${listed(waiting.map((id) => stepOf(run, id)?.do ?? id))}.`,
      refs: waiting,
      overridable: !unchocked,
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
  if (edition >= 2 && step.sets === 'on-wheels' && !step.snugs?.length)
    refused.push(...judgeWheels(run, state, endsOf(step)));
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
  if (step.drive) refused.push(...forbidsDrive(run, state, index, edition));
  const mayElse = refused.every(({ code }) => code === 'untorqued' || code === 'approval');
  if (edition >= ANATOMY_SINCE && (axle === 'always' || mayElse))
    refused.push(...judgeOnAxle(run, state, step));
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
