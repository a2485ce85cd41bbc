import { withSteps } from './redo';
import { type RunDocument, type RunState, isEntryWork, untouched } from './run-state';
import type { Fastener, Item, Step } from './types';

/**
 * What an entry brings into a run beside its procedures: things nobody had listed, and the steps that close them. The entry
 * holds them whole, so that a tablet without network has them too, and a run that is kept by its hash stays as it was.
 */
export interface EntryWork {
  items: Item[];
  fasteners: Fastener[];
  steps: Step[];
}

const newOnes = <T extends { id: string }>(have: readonly T[], more: readonly T[]): T[] => {
  const known = new Set(have.map(({ id }) => id));
  return more.filter(({ id }) => !known.has(id));
};

const withWork = new WeakMap<RunDocument, WeakMap<EntryWork, RunDocument>>();

/** A run with the work of an entry in it, each step at the end of its phase; the same run where it has all of it. */
export function withEntryWork(run: RunDocument, work: EntryWork): RunDocument {
  const made = withWork.get(run) ?? new WeakMap<EntryWork, RunDocument>();
  withWork.set(run, made);
  const known = made.get(work) ?? brought(run, work);
  made.set(work, known);
  return known;
}

function brought(run: RunDocument, work: EntryWork): RunDocument {
  const items = newOnes(run.items, work.items);
  const fasteners = newOnes(run.fasteners, work.fasteners);
  const steps = newOnes(run.steps, work.steps);
  if (!items.length && !fasteners.length && !steps.length) return run;
  const more = { ...run, items: [...run.items, ...items], fasteners: [...run.fasteners, ...fasteners] };
  return withSteps(more, steps);
}

const ownRuns = new WeakMap<RunDocument, RunDocument>();

/** A run as its procedures make it: what its entries brought is in the entries. */
export function withoutEntryWork(run: RunDocument): RunDocument {
  const known = ownRuns.get(run);
  if (known) return known;
  const own = <T extends { id: string }>(things: readonly T[]) => things.filter(({ id }) => !isEntryWork(id));
  const has = [run.items, run.fasteners, run.steps].some((things) =>
    things.some(({ id }) => isEntryWork(id)),
  );
  const made = has
    ? { ...run, items: own(run.items), fasteners: own(run.fasteners), steps: own(run.steps) }
    : run;
  ownRuns.set(run, made);
  return made;
}

/** Brings the work of an entry into where a run stands. @returns the run with it */
export function bringWork(run: RunDocument, state: RunState, work: EntryWork): RunDocument {
  for (const fastener of work.fasteners)
    if (!state.fasteners.has(fastener.id)) state.fasteners.set(fastener.id, untouched(fastener));
  return withEntryWork(run, work);
}
