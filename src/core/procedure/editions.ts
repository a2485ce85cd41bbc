import type { Procedure, Step } from './types';

/**
 * A file of the library that a shop has made its own, beside the file it was made from and the one that ships now: what the
 * new one changes, step by step, and what taking one of them means.
 */
export interface StepChange {
  id: string;
  /** `new`: it ships anew and nobody here changed it; `ours`: only we changed it; `both`: each differently. */
  kind: 'new' | 'ours' | 'both';
  first: Step | null;
  ours: Step | null;
  second: Step | null;
}

const same = (one: Step | null, other: Step | null): boolean =>
  JSON.stringify(sorted(one)) === JSON.stringify(sorted(other));
/** Two steps are the same whatever order their fields were written in. */
const sorted = (step: Step | null) =>
  step && Object.fromEntries(Object.entries(step).sort(([one], [other]) => (one < other ? -1 : 1)));

const stepsOf = (procedure: Procedure) => new Map(procedure.steps.map((step) => [step.id, step]));

/** What has changed since the file a shop's own version was made from, in the order of the new file; ours alone come last. */
export function stepChanges(first: Procedure, ours: Procedure, second: Procedure): StepChange[] {
  const [was, own, now] = [stepsOf(first), stepsOf(ours), stepsOf(second)];
  const ids = [...new Set([...now.keys(), ...own.keys(), ...was.keys()])];
  return ids.flatMap((id) => {
    const [a, b, c] = [was.get(id) ?? null, own.get(id) ?? null, now.get(id) ?? null];
    if (same(b, c)) return [];
    const kind = same(a, b) ? 'new' : same(a, c) ? 'ours' : 'both';
    return [{ id, kind, first: a, ours: b, second: c }];
  });
}

const LISTS = ['opens', 'closes', 'loosens', 'snugs', 'torques'] as const;

/**
 * A shop's own procedure with one step as the new file has it: in its place, changed, or gone; with the items and fasteners it
 * names, and how the axles are hung.
 */
export function withStepTaken(ours: Procedure, second: Procedure, stepId: string): Procedure {
  const step = second.steps.find(({ id }) => id === stepId);
  const anatomy = { ...second.anatomy, ...ours.anatomy };
  const hung = Object.keys(anatomy).length ? { anatomy } : {};
  if (!step) return { ...ours, ...hung, steps: ours.steps.filter(({ id }) => id !== stepId) };
  const at = ours.steps.findIndex(({ id }) => id === stepId);
  const steps = [...ours.steps];
  if (at >= 0) steps[at] = step;
  else {
    // After the nearest step that stands before it in the new file and is ours too.
    const before = second.steps.slice(0, second.steps.indexOf(step)).reverse();
    const near =
      before.map(({ id }) => steps.findIndex((one) => one.id === id)).find((index) => index >= 0) ?? -1;
    steps.splice(near + 1, 0, step);
  }
  const named = new Set(LISTS.flatMap((list) => step[list] ?? []));
  const more = <T extends { id: string }>(have: readonly T[], from: readonly T[]) => [
    ...have,
    ...from.filter(({ id }) => named.has(id) && !have.some((one) => one.id === id)),
  ];
  return {
    ...ours,
    ...hung,
    items: more(ours.items, second.items),
    fasteners: more(ours.fasteners, second.fasteners),
    steps,
  };
}
