import { forbidLowering } from './car';
import {
  type RefusedMove,
  type RunDocument,
  type RunState,
  SUPPORT_WORDS,
  itemOf,
  placedName,
} from './engine';
import type { OneEnd, Support } from './types';

/**
 * Judges whether ends of the car may be brought to another support now, outside the listed steps.
 * @returns every reason against it; none means it may be done. Nobody overrides one of these.
 */
export function judgeSupport(
  run: RunDocument,
  state: RunState,
  ends: readonly OneEnd[],
  to: Support,
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
  return refused;
}

export function applySupport(state: RunState, support: Record<OneEnd, Support>): void {
  state.car.support = { ...support };
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
