import { CORNER_NAMES, type Corner } from '../corners';
import { forbidsDrive, placedName } from '../procedure/engine';
import { sentBack, measuredSinceBack } from './after-work';
import { sheetNow, staleDrive } from './evidence';
import { droopReadsNow } from './droop-reads';
import { extrasOf, isExtra } from './extras';
import { isLifted } from './lifted';
import { ROAD_CHECKS, roadChecksAsked } from './road-checks';
import { nutsOffTheSet } from './wheel-set';
import { type OrderState, afterHeightsOf, isJob, judgedBy, onTheRoad } from './order-state';
import type { CornerSetting, SettingData } from './kinds/noted';
import type { OverrideRule } from './kinds/bay';

/** Something between this order and its handoff: it needs doing, or where `rule` allows it the lead's written reason. */
export interface HandoffBlocker {
  code: string;
  text: string;
  rule: OverrideRule | null;
  ref: string;
  /** Which of the order's pages mends it. */
  page: 'look-over' | 'work' | 'bay' | 'torque' | 'heights' | 'alignment' | 'road' | 'photos' | 'droop';
}

type Photo = OrderState['photos'][number];

/** Which of a step's pictures fills this shot, of those that fill no other yet: the one named for it, else one of its corner. */
function fills(shot: string, corner: Corner | undefined, free: readonly Photo[]): Photo | undefined {
  const named = (photo: Photo) => [photo.data.shot, photo.data.caption].includes(shot);
  const here = free.filter(
    ({ data }) => corner === undefined || data.corner === corner || data.corner === null,
  );
  return (
    here.find(named) ??
    here.find((photo) => corner !== undefined && photo.data.corner === corner) ??
    here.find((photo) => photo.data.shot === null)
  );
}

/** Shots the run's steps ask for that no photo has been bound to: one picture is one shot. */
export function missingShots(state: OrderState): { stepId: string; shot: string; text: string }[] {
  return (state.document?.steps ?? []).flatMap((step) => {
    let free = state.photos.filter((photo) => photo.data.stepId === step.id);
    // Those named for their shot come first, so that none of them is spent on another.
    const asked = [...(step.photo ?? [])].sort(
      (a, b) =>
        Number(free.some(({ data }) => data.caption === b.shot)) -
        Number(free.some(({ data }) => data.caption === a.shot)),
    );
    const missing = new Set(
      asked.filter(({ shot, corner }) => {
        const filled = fills(shot, corner, free);
        if (judgedBy(state) >= 3) free = free.filter((photo) => photo !== filled);
        return !filled;
      }),
    );
    return (step.photo ?? [])
      .filter((one) => missing.has(one))
      .map(({ shot }) => ({ stepId: step.id, shot, text: `${shot} (${step.do})` }));
  });
}

/** Settings of a corner made on this job and not read again since the road test. */
export function settingsToAsk(state: OrderState): { what: CornerSetting; corner: Corner }[] {
  if (!state.roadIn) return [];
  const key = ({ what, corner }: SettingData) => `${what} ${corner}`;
  const of = (when: SettingData['when']) =>
    state.settings.filter((entry) => entry.data.when === when).map((entry) => entry.data);
  const again = new Set(of('after the road test').map(key));
  return of('after').filter((setting) => !again.has(key(setting)));
}

/** What the job asks to be driven for and its road test did not try. */
function roadChecksMissed(state: OrderState) {
  const { document, roadIn } = state;
  if (judgedBy(state) < 3 || !document || !roadIn) return [];
  const asked = roadChecksAsked(document);
  const untried = new Set(
    roadIn.data.checks.filter((check) => check.result === 'not tried').map((check) => check.id),
  );
  return ROAD_CHECKS.filter(({ id }) => asked.includes(id) && untried.has(id));
}

/**
 * All that still stands between this work order and its handoff.
 * @returns holes in the order in which they would be mended; those a lead has lifted with a reason are left out
 */
export function handoffBlockers(state: OrderState): HandoffBlocker[] {
  const { stage, backs } = state.after;
  const sentBackSince = stage !== null && backs.some((back) => back.seq > stage.seq);
  // Steps stand in the list as one line: what a car was sent back for since is not what its stage deferred.
  const deferred = (stage?.data.deferred ?? []).filter(
    (one) => !(sentBackSince && ['steps', 'heights'].includes(one.code)),
  );
  return allHoles(state).filter(
    (hole) => !deferred.some((one) => one.code === hole.code && one.ref === hole.ref),
  );
}

/** What is never deferred: a record that stopped, a car not begun or not on its wheels, what the customer said yes to. */
const NEVER_DEFERRED = ['alarm', 'no-run', 'support', 'unsigned', 'extra', 'wheel-set'];
/** What a car that drives away may still owe to its next stage. */
const DRIVEN_MAY_OWE = ['steps', 'heights', 'setting', 'missing-shot', 'not-aligned'];

/**
 * May this be left to the next stage? A car that is pushed may owe nearly all; one that drives away owes nothing that
 * was touched and not closed.
 */
export function mayBeDeferred(hole: HandoffBlocker, state: OrderState, pushOnly: boolean): boolean {
  const { run, document } = state;
  if (NEVER_DEFERRED.includes(hole.code)) return false;
  const item = hole.code === 'open' && document?.items.find((one) => one.id === hole.ref);
  if (item && item.closeBefore === 'ground') return false;
  if (pushOnly || DRIVEN_MAY_OWE.includes(hole.code)) return true;
  // Never touched in this run: it stands as the car came.
  const fastener = run?.fasteners.get(hole.ref);
  return (
    ['untorqued', 'no-value'].includes(hole.code) &&
    fastener?.stripe === 'bare' &&
    !run!.car.loose.has(hole.ref)
  );
}

function allHoles(state: OrderState): HandoffBlocker[] {
  const holes: HandoffBlocker[] = [];
  const add = (
    code: string,
    text: string,
    page: HandoffBlocker['page'],
    rule: OverrideRule | null = null,
    ref = code,
  ) => {
    const lifted = rule !== null && isLifted(state, rule, ref);
    if (!lifted) holes.push({ code, text, rule, ref, page });
  };
  for (const alarm of state.alarms) add('alarm', `Stopped: ${alarm.message}`, 'work', null, alarm.entryId);
  const { run, document } = state;
  if (!run || !document) {
    add('no-run', 'No work has been started.', 'work');
    return holes;
  }
  for (const fastener of nutsOffTheSet(state))
    add(
      'wheel-set',
      `${placedName(fastener)}: the wheels it stands on (${state.wheels!.data.name}) ask another value: enter it, then torque them to it.`,
      'torque',
      null,
      fastener.id,
    );
  for (const [id, fastener] of run.fasteners) {
    if (run.leftOffFasteners.has(id)) continue;
    const what = placedName(document.fasteners.find((candidate) => candidate.id === id)!);
    if (!fastener.spec) add('no-value', `${what} has no torque value.`, 'torque', null, id);
    else if (fastener.spec.madeUp && !state.runStart?.data.demo)
      add('made-up', `${what} goes by a made-up value: enter the sheet’s.`, 'torque', null, id);
    else if (!fastener.torqued && document.steps.some((step) => step.torques?.includes(id))) {
      add('untorqued', `${what} has no torque in this record.`, 'torque', null, id);
    }
    if (fastener.owesCheck)
      add('second-check', `${what} waits for somebody else's check.`, 'torque', 'second-check', id);
  }
  for (const { id, data } of droopReadsNow(state).filter((one) => one.data.over))
    add(
      'droop',
      `Read in the air, ${data.what.toLowerCase()}, ${data.side} ${data.end}: ${data.text} is beyond its limit. Mend it and read it again.`,
      'droop',
      null,
      id,
    );
  for (const id of run.car.open) {
    add(
      'open',
      `${placedName(document.items.find((item) => item.id === id)!)} is still open.`,
      'work',
      null,
      id,
    );
  }
  for (const refused of forbidsDrive(document, run)) {
    if (refused.code === 'support' || refused.code === 'loose') add(refused.code, refused.message, 'work');
  }
  const undone = document.steps.filter(
    (step) =>
      !run.done.has(step.id) && !run.skipped.has(step.id) && step.phase !== 'handoff' && !isExtra(step),
  );
  if (undone.length) add('steps', `${undone.length} steps are not done, first: ${undone[0]!.do}`, 'work');
  for (const { offer, stands } of extrasOf(state))
    if (stands === 'to do')
      add(
        'extra',
        `The customer said yes to it and it is not done: ${offer.text}`,
        'look-over',
        null,
        offer.offerId,
      );
  if (!isJob(state)) return holes;

  if (!afterHeightsOf(state)) add('heights', 'It has not been measured on its wheels.', 'heights');
  else if (!measuredSinceBack(state))
    add('heights', 'It has not been measured since it went back to the bay.', 'heights');
  const sheet = sheetNow(state);
  if (!sheet)
    add(
      'not-aligned',
      state.alignments.length
        ? 'It has not been aligned since its work was taken apart again.'
        : 'It has not been aligned.',
      'alignment',
      'not-aligned',
    );
  else if (!sheet.passes && !sheet.accepted) {
    const text = sentBack(state, sheet.entry.id)
      ? 'Its sheet sent it back to the bay: align it again.'
      : 'The alignment did not reach its spec and nobody has accepted that.';
    add('not-reached', text, 'alignment');
  }
  if (onTheRoad(state)) add('road', 'It is out on its road test: bring it back.', 'road');
  else if (!state.roadIn)
    add(
      'road',
      staleDrive(state)
        ? 'It has not been driven since its work was taken apart again.'
        : 'It has not been driven.',
      'road',
    );
  else if (judgedBy(state) >= 2 && state.roadIn.data.checks.every((check) => check.result === 'not tried'))
    add('road', 'Its road test tried nothing: that is no road test. Drive it again.', 'road');
  else if (state.roadIn.data.checks.some((check) => check.result === 'fault')) {
    add('road-fault', 'The road test found a fault: mend it and drive again.', 'road');
  } else {
    for (const { id, label } of roadChecksMissed(state))
      add('road-check', `Not tried on the road: ${label}.`, 'road', 'road-check', id);
  }
  for (const { what, corner } of settingsToAsk(state)) {
    add(
      'setting',
      `Asked again after the road test: ${what}, ${CORNER_NAMES[corner]}.`,
      'bay',
      null,
      `${what} ${corner}`,
    );
  }
  for (const { stepId, shot, text } of missingShots(state)) {
    add('missing-shot', `No photo yet: ${text}.`, 'photos', 'missing-shot', `${stepId} ${shot}`);
  }
  return holes;
}
