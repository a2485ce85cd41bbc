import { Refusal } from '../refusal';
import type { Anatomy } from '../anatomy/types';
import { checkProcedure, isFault } from './check';
import { partsOfRef } from './figures';
import {
  type AnatomyOf,
  type Fastener,
  type Item,
  type Measure,
  PHASES,
  type PlainProcedure,
  type Step,
  type TorqueSpec,
} from './types';

export interface MergeSource {
  /** Short letter or word that prefixes the ids. */
  prefix: string;
  procedure: PlainProcedure;
}

/** Two procedures that name different values for one place on the car: the lead chooses before the start. */
export interface ValueConflict {
  place: string;
  name: string;
  values: { prefix: string; spec: TorqueSpec | null }[];
}

export interface Merged extends PlainProcedure {
  conflicts: ValueConflict[];
}

const REFERENCE_FIELDS = ['after', 'opens', 'closes', 'loosens', 'snugs', 'torques'] as const;

function union<T>(a: T[] | undefined, b: T[] | undefined): T[] | undefined {
  if (!a && !b) return undefined;
  const seen = new Map<string, T>();
  for (const value of [...(a ?? []), ...(b ?? [])]) seen.set(JSON.stringify(value), value);
  return [...seen.values()];
}

/** One step that does the work of two that are shared: raise once, wheels once. */
function joinSteps(first: Step, second: Step): Step {
  const joined: Step = { ...first };
  for (const field of [...REFERENCE_FIELDS, 'consumables', 'parts', 'marks', 'out', 'in'] as const) {
    const both = union(first[field], second[field]);
    if (both) joined[field] = both;
  }
  joined.tools = union(first.tools, second.tools);
  joined.measure = joinMeasures(first.measure, second.measure);
  joined.trial = first.trial ?? second.trial;
  joined.compare = first.compare ?? second.compare;
  joined.photo = union(first.photo, second.photo);
  joined.carries = union(first.carries, second.carries);
  joined.lets = union(first.lets, second.lets);
  joined.drops = union(first.drops, second.drops);
  if (first.needs && second.needs)
    joined.needs = first.needs.filter((support) => second.needs!.includes(support));
  else joined.needs = first.needs ?? second.needs;
  if ((first.end ?? 'both') !== (second.end ?? 'both')) delete joined.end;
  if (first.corner !== second.corner) delete joined.corner;
  joined.minutes = Math.max(first.minutes, second.minutes);
  if (first.caution !== second.caution) {
    joined.caution = [first.caution, second.caution].filter(Boolean).join(' ') || undefined;
  }
  return JSON.parse(JSON.stringify(joined)) as Step;
}

/** A measure whose twin, or the earlier one it is held against, is named as the merged run names it. */
function renamedMeasure(measure: Measure, name: (stepId: string) => string): Measure {
  const { from } = measure;
  const ref = from && ('twin' in from ? from.twin : 'before' in from ? from.before : null);
  if (!ref) return measure;
  const { stepId, measureId } = partsOfRef(ref);
  const named = `${name(stepId)}.${measureId}`;
  return { ...measure, from: 'twin' in from! ? { twin: named } : { before: named } };
}

/** The measures of two steps that become one: two of one id are told apart. */
function joinMeasures(first: Measure[] | undefined, second: Measure[] | undefined): Measure[] | undefined {
  const both = union(first, second);
  const seen = new Map<string, number>();
  return both?.map((one) => {
    if (one.id === undefined) return one;
    const count = (seen.get(one.id) ?? 0) + 1;
    seen.set(one.id, count);
    return count === 1 ? one : { ...one, id: `${one.id}-${count}` };
  });
}

/** Rewrites every id a procedure uses: its own prefix, then the one thing that stands for equal places and shares. */
function renamed({ prefix, procedure }: MergeSource, alias: Map<string, string>): PlainProcedure {
  const name = (id: string) => alias.get(`${prefix}/${id}`) ?? `${prefix}/${id}`;
  return {
    ...(procedure.anatomy ? { anatomy: procedure.anatomy } : {}),
    items: procedure.items.map((item) => ({ ...item, id: name(item.id) })),
    fasteners: procedure.fasteners.map((fastener) => ({
      ...fastener,
      id: name(fastener.id),
      ...(fastener.mate === undefined ? {} : { mate: name(fastener.mate) }),
    })),
    steps: procedure.steps.map((step) => {
      const copy: Step = { ...step, id: name(step.id) };
      for (const field of REFERENCE_FIELDS) if (step[field]) copy[field] = step[field].map(name);
      if (step.measure) copy.measure = step.measure.map((one) => renamedMeasure(one, name));
      return copy;
    }),
  };
}

/** Aliases of ids to the first thing met at the same place (items, fasteners) or with the same share (steps). */
function aliasesOf(sources: MergeSource[]): Map<string, string> {
  const alias = new Map<string, string>();
  const first = new Map<string, string>();
  const stand = (key: string | undefined, kind: string, id: string) => {
    if (key === undefined) return;
    const known = first.get(`${kind} ${key}`);
    if (known) alias.set(id, known);
    else first.set(`${kind} ${key}`, id);
  };
  for (const { prefix, procedure } of sources) {
    for (const item of procedure.items) stand(item.place, 'item', `${prefix}/${item.id}`);
    for (const fastener of procedure.fasteners) stand(fastener.place, 'fastener', `${prefix}/${fastener.id}`);
    for (const step of procedure.steps)
      stand(step.share && `${step.phase} ${step.share}`, 'step', `${prefix}/${step.id}`);
  }
  return alias;
}

/**
 * Interleaves the steps of one phase: each procedure keeps its own order, a shared step waits for all that come before
 * it in every procedure, and otherwise the first procedure goes first.
 */
function interleave(lists: Step[][]): Step[] {
  const waitsFor = new Map<string, Set<string>>();
  const step = new Map<string, Step>();
  for (const list of lists) {
    list.forEach((current, index) => {
      const known = step.get(current.id);
      step.set(current.id, known ? joinSteps(known, current) : current);
      const before = waitsFor.get(current.id) ?? new Set<string>();
      if (index > 0) before.add(list[index - 1]!.id);
      waitsFor.set(current.id, before);
    });
  }
  const order: Step[] = [];
  const placed = new Set<string>();
  while (order.length < step.size) {
    const next = [...step.keys()].find(
      (id) => !placed.has(id) && [...waitsFor.get(id)!].every((earlier) => placed.has(earlier)),
    );
    if (next === undefined) {
      throw new Refusal(
        'order-conflict',
        'These procedures share steps in an order that cannot be kept for both.',
      );
    }
    placed.add(next);
    order.push(step.get(next)!);
  }
  return order;
}

/**
 * How the ends of a merged run are hung. Where its procedures name two ways for one end, as those that fit several may, that
 * end is not proved.
 */
function anatomyOfAll(procedures: readonly PlainProcedure[]): AnatomyOf {
  const anatomy: AnatomyOf = {};
  for (const end of ['front', 'rear'] as const) {
    const named = new Set(procedures.flatMap((one) => one.anatomy?.[end] ?? []));
    if (named.size === 1) [anatomy[end]] = named;
  }
  return anatomy;
}

function specKey(spec: TorqueSpec | null): string {
  return spec ? `${spec.nm}/${spec.angleDeg ?? ''}` : 'none';
}

/**
 * Merges plain procedures into one run, phase by phase, without doing a thing twice. Things at one place become one;
 * steps with one share become one.
 * @param anatomies on which it is proved, as far as the procedures name them
 * @returns the merged items, fasteners and steps, and the places for which the sources name different values
 * @throws Refusal when the shared orders clash or the merged run is not clean under the checker
 */
export function mergeProcedures(sources: MergeSource[], anatomies: readonly Anatomy[] = []): Merged {
  const alias = aliasesOf(sources);
  const plain = sources.map((source) => renamed(source, alias));

  const items = new Map<string, Item>();
  const fasteners = new Map<string, Fastener>();
  const values = new Map<string, ValueConflict['values']>();
  plain.forEach((procedure, index) => {
    for (const item of procedure.items) if (!items.has(item.id)) items.set(item.id, item);
    for (const fastener of procedure.fasteners) {
      if (!fasteners.has(fastener.id)) fasteners.set(fastener.id, fastener);
      values.set(fastener.id, [
        ...(values.get(fastener.id) ?? []),
        { prefix: sources[index]!.prefix, spec: fastener.spec },
      ]);
    }
  });
  const conflicts = [...values].flatMap(([id, named]) =>
    new Set(named.map((value) => specKey(value.spec))).size > 1
      ? [{ place: fasteners.get(id)!.place, name: fasteners.get(id)!.name, values: named }]
      : [],
  );
  const steps = PHASES.flatMap((phase) =>
    interleave(plain.map((procedure) => procedure.steps.filter((step) => step.phase === phase))),
  );
  const anatomy = anatomyOfAll(plain);
  const merged: PlainProcedure = {
    items: [...items.values()],
    fasteners: [...fasteners.values()],
    steps,
    ...(Object.keys(anatomy).length ? { anatomy } : {}),
  };
  // A value that is missing is a hole somebody must own; it makes no step unsafe until it is tightened.
  const problems = checkProcedure({ ...merged, anatomies }).filter(isFault);
  if (problems.length) {
    const list = problems.map((problem) => `${problem.code} ${problem.ref}`).join(', ');
    throw new Refusal('unclean-merge', `Together these procedures would not be safe: ${list}.`, 'procedures');
  }
  return { ...merged, conflicts };
}
