import { type RunDocument, type RunState } from './engine';
import { type Fastener, type Item, type OneEnd, endsOf } from './types';

/**
 * What still holds an end together although its steps would have it off by now: for an axle that will not come down.
 * @returns fasteners not yet loosened and things not yet freed by the undone steps up to the fit, nearest first
 */
export function stillTight(
  run: RunDocument,
  state: RunState,
  end: OneEnd,
): { fasteners: Fastener[]; items: Item[] } {
  const here = (thing: { end?: 'front' | 'rear' | 'both' }) => endsOf(thing).includes(end);
  const undone = run.steps.filter(
    (step) => ['teardown', 'fit'].includes(step.phase) && !state.done.has(step.id) && here(step),
  );
  const ids = (pick: (step: (typeof undone)[number]) => string[] | undefined) =>
    new Set(undone.flatMap((step) => pick(step) ?? []));
  const tight = ids((step) => step.loosens);
  const held = ids((step) => step.opens);
  return {
    fasteners: run.fasteners.filter(
      (fastener) => tight.has(fastener.id) && here(fastener) && !state.car.loose.has(fastener.id),
    ),
    // Jacks and straps are put there on purpose: they hold it up, not back.
    items: run.items.filter(
      (item) =>
        held.has(item.id) &&
        here(item) &&
        !state.car.open.has(item.id) &&
        !['support', 'bag', 'temporary'].includes(item.kind),
    ),
  };
}
