import type { Anatomy } from '../anatomy/types';
import { Refusal, attempt } from '../refusal';
import type { RunDocument } from './engine';
import { type ValueConflict, mergeProcedures } from './merge';
import type { Procedure } from './types';
import { type ValuesByPlace, withKept, withValues } from './values';
import { takeVariants } from './variants';

/** A procedure chosen for a run, at the version it has then. */
export interface Chosen {
  procedure: Procedure;
  hash: string;
  prefix: string;
  ways: string[];
  /** Values for fasteners that name none: what a demo makes up. */
  values?: ValuesByPlace;
}

const NONE: ValuesByPlace = new Map();

/** Within a phase the front is worked before the rear, in whatever order they were ticked. */
const frontFirst = (a: Chosen, b: Chosen) =>
  Number(!a.procedure.fits.front) - Number(!b.procedure.fits.front);

/** The places for which the chosen procedures name different values. */
export function conflictsOf(chosen: readonly Chosen[], kept = NONE): ValueConflict[] {
  return mergeChosen(chosen, kept).conflicts;
}

const mergeWays = (chosen: readonly Chosen[], anatomies: readonly Anatomy[]) =>
  mergeProcedures(
    [...chosen].sort(frontFirst).map(({ prefix, procedure, ways, values = NONE }) => ({
      prefix,
      procedure: withValues(takeVariants(procedure, ways), values),
    })),
    anatomies,
  );

/** The ways of one of the procedures, beside those that are chosen, by which all of them would go together. */
function waysThatFit(chosen: readonly Chosen[], anatomies: readonly Anatomy[]): string[] {
  return chosen.flatMap((one) => {
    const taken = new Set(
      one.procedure.ways.filter(({ id }) => one.ways.includes(id)).map(({ choice }) => choice),
    );
    return one.procedure.ways
      .filter(({ choice }) => !taken.has(choice))
      .filter(
        ({ id }) =>
          attempt(() =>
            mergeWays(
              chosen.map((other) => (other === one ? { ...one, ways: [...one.ways, id] } : other)),
              anatomies,
            ),
          ).ok,
      )
      .map(({ title }) => `“${title}” of ${one.procedure.title}`);
  });
}

function mergeChosen(chosen: readonly Chosen[], kept: ValuesByPlace, anatomies: readonly Anatomy[] = []) {
  const read = attempt(() => mergeWays(chosen, anatomies));
  if (!read.ok) {
    const ways = read.refusal.code === 'unclean-merge' ? waysThatFit(chosen, anatomies) : [];
    if (!ways.length) throw read.refusal;
    throw new Refusal(
      'unclean-merge',
      `These procedures do not go together as they are chosen. They do with the way ${ways.join(', or ')}.`,
      'procedures',
    );
  }
  const merged = read.value;
  return { ...merged, ...withKept(merged.fasteners, merged.conflicts, kept) };
}

/**
 * Makes one run of the chosen procedures with their ways.
 * @param choices for each place with two values, the prefix of the procedure whose value is taken, or `kept`
 * @param kept what the shop keeps from its sheets
 * @param anatomies what holds what on the axles there are; the run is proved and worked on those it names
 * @throws Refusal when a value is not chosen, or the procedures do not go together
 */
export function assembleRun(
  chosen: readonly Chosen[],
  choices: Record<string, string>,
  kept = NONE,
  anatomies: readonly Anatomy[] = [],
): Omit<RunDocument, 'carried'> {
  const { conflicts, items, fasteners, steps, anatomy } = mergeChosen(chosen, kept, anatomies);
  for (const conflict of conflicts) {
    const value = conflict.values.find((candidate) => candidate.prefix === choices[conflict.place]);
    if (!value)
      throw new Refusal(
        'choose-value',
        `Two values for ${conflict.name}: choose one.`,
        `choices.${conflict.place}`,
      );
    const at = fasteners.findIndex((fastener) => fastener.place === conflict.place);
    fasteners[at] = { ...fasteners[at]!, spec: value.spec };
  }
  const sources = [...chosen].sort(frontFirst).map(({ prefix, procedure, hash, ways }) => ({
    prefix,
    id: procedure.id,
    title: procedure.title,
    hash,
    ways,
    ...(procedure.drafted ? { drafted: { worked: procedure.drafted.worked !== undefined } } : {}),
  }));
  const used = anatomies.filter(({ id }) => Object.values(anatomy ?? {}).includes(id));
  return { items, fasteners, steps, sources, ...(used.length ? { anatomy, anatomies: used } : {}) };
}
