import type { RunDocument, RunState } from './engine';

/**
 * Closes a waivable item as left off. The fasteners at its place go with it, and steps that handle nothing else have
 * nothing left to do.
 */
export function applyLeftOff(run: RunDocument, state: RunState, itemId: string): void {
  const item = run.items.find((candidate) => candidate.id === itemId);
  if (!item) return;
  state.car.open.delete(itemId);
  state.openedBy.delete(itemId);
  state.leftOff.add(itemId);
  for (const fastener of run.fasteners) {
    if (item.place === undefined || fastener.place !== item.place) continue;
    state.leftOffFasteners.add(fastener.id);
    state.car.loose.delete(fastener.id);
  }
  for (const step of run.steps) {
    if (state.done.has(step.id)) continue;
    const handled = [step.opens, step.closes, step.loosens, step.snugs, step.torques].flatMap(
      (ids) => ids ?? [],
    );
    const gone = (id: string) => state.leftOff.has(id) || state.leftOffFasteners.has(id);
    if (handled.length && handled.every(gone)) state.skipped.add(step.id);
  }
}
