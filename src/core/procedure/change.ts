import { type Chosen, conflictsOf } from './assemble';
import type { RunDocument } from './engine';
import type { ValuesByPlace } from './values';

/** For the places with two values: the procedure whose value the run took when it began. */
export function conflictChoices(
  chosen: readonly Chosen[],
  document: RunDocument,
  kept?: ValuesByPlace,
): Record<string, string> {
  return Object.fromEntries(
    conflictsOf(chosen, kept).map((conflict) => {
      const taken = document.fasteners.find((fastener) => fastener.place === conflict.place)?.spec;
      const source =
        conflict.values.find(({ spec }) => spec?.nm === taken?.nm && spec?.source === taken?.source) ??
        conflict.values[0]!;
      return [conflict.place, source.prefix];
    }),
  );
}
