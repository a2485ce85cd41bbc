import { forbidLowering } from './car';
import {
  ANATOMY_SINCE,
  RULES_EDITION,
  type RefusedMove,
  type RunDocument,
  type RunState,
  SUPPORT_WORDS,
  itemOf,
  judgeWheels,
  placedName,
} from './engine';
import { judgeSupportOnAxle, supportOnAxles } from './on-axle';
import { chocksMissing, chocksOf, chocksSetHere } from './order-of-work';
import type { OneEnd, Support } from './types';

/**
 * Judges whether ends of the car may be brought to another support now, outside the listed steps.
 * @param edition the rules it is judged by: those of today for a tap, those the run began under for what is on record
 * @param chocked whoever raises it has chocked it again, where no step is left that does
 * @returns every reason against it; none means it may be done. Nobody overrides one of these.
 */
export function judgeSupport(
  run: RunDocument,
  state: RunState,
  ends: readonly OneEnd[],
  to: Support,
  edition = RULES_EDITION,
  chocked = false,
): RefusedMove[] {
  const from = state.car.support;
  const after = { ...from };
  for (const end of ends) after[end] = to;
  const refused: RefusedMove[] = [];
  const skipping = ends.filter((end) => from[end] === 'on-wheels' && to !== 'on-wheels' && to !== 'raised');
  if (skipping.length) {
    refused.push({
      code: 'support',
      message: `Raise the ${skipping.join(' and ')} first: ${SUPPORT_WORDS[to]} comes after that.`,
      refs: skipping,
      overridable: false,
    });
  }
  const inTheWay = forbidLowering(
    from,
    after,
    [...state.car.open].map((id) => itemOf(run, id)),
  );
  if (inTheWay.length) {
    refused.push({
      code: 'ground',
      message: `Do not lower it: ${inTheWay.map(placedName).join('; ')} ${inTheWay.length === 1 ? 'is' : 'are'} still open. Close ${inTheWay.length === 1 ? 'it' : 'them'} first.`,
      refs: inTheWay.map((item) => item.id),
      overridable: false,
    });
  }
  if (edition < 2) return refused;
  if (to === 'on-wheels')
    refused.push(
      ...judgeWheels(
        run,
        state,
        ends.filter((end) => from[end] !== 'on-wheels'),
      ),
    );
  if (edition >= ANATOMY_SINCE) refused.push(...judgeSupportOnAxle(run, state, ends, to));
  const raising = ends.some((end) => from[end] === 'on-wheels') && to === 'raised';
  if (raising && chocksMissing(run, state) && !(chocked && chocksSetHere(run, state))) {
    refused.push({
      code: 'after',
      message: chocksSetHere(run, state)
        ? 'Chock it first, and say so here: it is not raised without.'
        : 'Chock it first: it is not raised without.',
      refs: [],
      overridable: false,
    });
  }
  return refused;
}

/** @param chocked it was chocked again for this, and the step that takes the chocks away comes again with it */
export function applySupport(
  run: RunDocument,
  state: RunState,
  support: Record<OneEnd, Support>,
  chocked: { at: string } | null,
): void {
  supportOnAxles(run, state, support);
  state.car.support = { ...support };
  const chocks = chocked && chocksOf(run);
  if (!chocks) return;
  state.car.open.add(chocks.id);
  state.openedBy.set(chocks.id, { step: null, at: chocked.at });
}

/** The next undone step that brings these ends to the support, if the run lists one. */
export function stepThatSets(run: RunDocument, state: RunState, ends: readonly OneEnd[], to: Support) {
  return run.steps.find(
    (step) =>
      step.sets === to &&
      !state.done.has(step.id) &&
      !state.skipped.has(step.id) &&
      ends.every((end) => step.end === undefined || step.end === 'both' || step.end === end),
  );
}
