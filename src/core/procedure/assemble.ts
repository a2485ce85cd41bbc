import { Refusal } from '../refusal';
import type { RunDocument } from './engine';
import { type ValueConflict, mergeProcedures } from './merge';
import type { Procedure } from './types';
import { takeVariants } from './variants';

/** A procedure chosen for a run, at the version it has then. */
export interface Chosen {
  procedure: Procedure;
  hash: string;
  prefix: string;
  ways: string[];
}

/** Within a phase the front is worked before the rear, in whatever order they were ticked. */
const frontFirst = (a: Chosen, b: Chosen) =>
  Number(!a.procedure.fits.front) - Number(!b.procedure.fits.front);

/** The places for which the chosen procedures name different values. */
export function conflictsOf(chosen: readonly Chosen[]): ValueConflict[] {
  return mergeChosen(chosen).conflicts;
}

function mergeChosen(chosen: readonly Chosen[]) {
  return mergeProcedures(
    [...chosen]
      .sort(frontFirst)
      .map(({ prefix, procedure, ways }) => ({ prefix, procedure: takeVariants(procedure, ways) })),
  );
}

/**
 * Makes one run of the chosen procedures with their ways.
 * @param choices for each place with two values, the prefix of the procedure whose value is taken
 * @throws Refusal when a value is not chosen, or the procedures do not go together
 */
export function assembleRun(
  chosen: readonly Chosen[],
  choices: Record<string, string>,
): Omit<RunDocument, 'carried'> {
  const { conflicts, items, fasteners, steps } = mergeChosen(chosen);
  for (const conflict of conflicts) {
    const value = conflict.values.find((candidate) => candidate.prefix === choices[conflict.place]);
    if (!value)
      throw new Refusal(
        'choose-value',
        `Two values for ${conflict.name}: choose one.`,
        `choices.${conflict.place}`,
      );
    fasteners.find((fastener) => fastener.place === conflict.place)!.spec = value.spec;
  }
  const sources = [...chosen].sort(frontFirst).map(({ prefix, procedure, hash, ways }) => ({
    prefix,
    id: procedure.id,
    title: procedure.title,
    hash,
    ways,
  }));
  return { items, fasteners, steps, sources };
}
