import type { RunDocument, RunState } from './run-state';
import type { Step } from './types';

/** The first edition of the rules under which a step opens again when what it closed is not closed any more. */
export const REOPENS_SINCE = 5;

interface Closers {
  ofItem: Map<string, Step[]>;
  ofFastener: Map<string, Step[]>;
}
const known = new WeakMap<readonly Step[], Closers>();

/** Which steps close each item and torque each fastener, in the listed order: asked after every entry, so worked out once. */
function closersOf(run: RunDocument): Closers {
  const found = known.get(run.steps);
  if (found) return found;
  const made: Closers = { ofItem: new Map(), ofFastener: new Map() };
  const put = (map: Map<string, Step[]>, id: string, step: Step) =>
    map.set(id, [...(map.get(id) ?? []), step]);
  for (const step of run.steps) {
    for (const id of step.closes ?? []) put(made.ofItem, id, step);
    for (const id of step.torques ?? []) put(made.ofFastener, id, step);
  }
  known.set(run.steps, made);
  return made;
}

/** Of the steps that close a thing: the last one done, when none of them is left to do. */
function lastDone(state: RunState, closers: readonly Step[] | undefined): Step | undefined {
  const left = closers?.some((step) => !state.done.has(step.id) && !state.skipped.has(step.id));
  return left ? undefined : closers?.findLast((step) => state.done.has(step.id));
}

/**
 * Opens those steps again whose work is undone: an item they closed is open, a fastener they torqued is not torqued, and
 * no other step is left that would see to it. So nothing is ever open or loose without a step that closes it.
 */
export function reopenSteps(run: RunDocument, state: RunState): void {
  if (state.rules < REOPENS_SINCE) return;
  const { ofItem, ofFastener } = closersOf(run);
  const again = new Set<Step>();
  for (const id of state.car.open) {
    const step = lastDone(state, ofItem.get(id));
    if (step) again.add(step);
  }
  for (const [id, now] of state.fasteners) {
    // What another order of this car torqued is tight, though this run has no torque of it.
    const tight = now.torqued || (now.stripe === 'full' && !state.car.loose.has(id));
    if (tight || state.leftOffFasteners.has(id)) continue;
    const step = lastDone(state, ofFastener.get(id));
    if (step) again.add(step);
  }
  for (const step of again) {
    state.done.delete(step.id);
    state.reopened.add(step.id);
  }
}
