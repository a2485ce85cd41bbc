import { useEffect, useMemo, useRef, useState } from 'react';
import type { Anatomy } from '@/core/anatomy/types';
import { checkProcedure, isFault } from '@/core/procedure/check';
import { type PlacedProblem, placeProblems } from '@/core/procedure/problems';
import type { Procedure, Step } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';
import { dropDraft, keepDraft, readDraft } from '@/ui/draft';
import { inserted, moved } from '@/ui/lines';

/** Leaves out what is empty, as the file does. */
export function pruned<T extends object>(thing: T): T {
  return Object.fromEntries(
    Object.entries(thing).filter(
      ([name, value]) =>
        name === 'spec' ||
        !(
          value === undefined ||
          value === '' ||
          value === false ||
          (Array.isArray(value) && value.length === 0)
        ),
    ),
  ) as T;
}

/** Checks a draft with some ways taken; a draft that cannot be taken apart says why. */
function problemsOf(draft: Procedure, ways: string[], anatomies: readonly Anatomy[]): PlacedProblem[] {
  try {
    const plain = { ...takeVariants(draft, ways), anatomies };
    // A value that is missing is entered by sheet, for a car and a kit: a procedure is clean without it.
    return placeProblems(plain, checkProcedure(plain).filter(isFault));
  } catch (error) {
    const words = error instanceof Error ? error.message : 'It cannot be read.';
    return [{ code: 'way', ref: ways.join(), words, stepId: null }];
  }
}

/** An id that nothing of the procedure or its ways has: a step, an item, a fastener. */
export function freshIn(draft: Procedure, stem: string): string {
  const { items, fasteners, steps, ways } = draft;
  const taken = new Set(
    [
      ...items,
      ...fasteners,
      ...steps,
      ...ways.flatMap((way) => [
        ...way.in.map(({ step }) => step),
        ...(way.items ?? []),
        ...(way.fasteners ?? []),
      ]),
    ].map(({ id }) => id),
  );
  let count = 1;
  while (taken.has(`${stem}-${count}`)) count += 1;
  return `${stem}-${count}`;
}

export const newStep = (draft: Procedure, phase: Step['phase']): Step => ({
  id: freshIn(draft, 'own'),
  phase,
  do: 'A new step',
  minutes: 5,
});

export const draftKey = (id: string, version: number) => `procedure ${id} ${version}`;

/** Keeps a draft on the device while it is worked on, and finds it again. */
function useKept(key: string, shipped: Procedure, draft: Procedure, take: (kept: Procedure) => void) {
  const [looked, setLooked] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => {
      const kept = readDraft(key);
      if (kept) take(kept.values as unknown as Procedure);
      setLooked(true);
    }, 0);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, as the page opens
  }, [key]);
  useEffect(() => {
    if (!looked) return;
    if (draft === shipped) dropDraft(key);
    else keepDraft(key, draft as unknown as Record<string, unknown>);
  }, [key, looked, draft, shipped]);
}

/** A procedure being edited: its draft, what changes it, and what the checker says as it changes. */
export function useProcedureDraft(shipped: Procedure, version: number, anatomies: readonly Anatomy[]) {
  const [draft, setDraft] = useState(shipped);
  const [ways, setWays] = useState<string[]>([]);
  useKept(draftKey(shipped.id, version), shipped, draft, setDraft);
  const problems = useMemo(() => problemsOf(draft, ways, anatomies), [draft, ways, anatomies]);
  /** Problems of the draft as it stands and of each way by itself. */
  const everywhere = useMemo(
    () =>
      [[], ...draft.ways.map((way) => [way.id])].map((taken) => ({
        way: draft.ways.find((way) => way.id === taken[0])?.title ?? null,
        count: problemsOf(draft, taken, anatomies).length,
      })),
    [draft, anatomies],
  );
  const patchStep = (id: string, patch: Partial<Step>) =>
    setDraft({
      ...draft,
      steps: draft.steps.map((step) => (step.id === id ? pruned({ ...step, ...patch }) : step)),
    });
  const moveStep = (from: number, to: number) => setDraft({ ...draft, steps: moved(draft.steps, from, to) });
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
  }, [draft]);
  const addStep = (after: string | null): string => {
    // Into the draft as it is by then: two presses in one moment are two steps.
    const now = latest.current;
    const at = now.steps.findIndex((step) => step.id === after);
    const step = newStep(now, now.steps[at]?.phase ?? 'intake');
    latest.current = { ...now, steps: [...now.steps.slice(0, at + 1), step, ...now.steps.slice(at + 1)] };
    setDraft(latest.current);
    return step.id;
  };
  /** @returns what puts it back where it was, into the draft as it is by then */
  const removeStep = (id: string): (() => void) => {
    const at = draft.steps.findIndex((step) => step.id === id);
    const step = draft.steps[at]!;
    setDraft({ ...draft, steps: draft.steps.filter((one) => one.id !== id) });
    return () => setDraft((now) => ({ ...now, steps: inserted(now.steps, at, step) }));
  };
  return {
    draft,
    setDraft,
    ways,
    setWays,
    problems,
    everywhere,
    patchStep,
    moveStep,
    addStep,
    removeStep,
    changed: draft !== shipped,
    throwAway: () => setDraft(shipped),
  };
}
export type ProcedureDraft = ReturnType<typeof useProcedureDraft>;
