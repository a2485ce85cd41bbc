import { useMemo, useState } from 'react';
import { checkProcedure } from '@/core/procedure/check';
import { type PlacedProblem, placeProblems } from '@/core/procedure/problems';
import type { Procedure, Step } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

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
function problemsOf(draft: Procedure, ways: string[]): PlacedProblem[] {
  try {
    const plain = takeVariants(draft, ways);
    return placeProblems(plain, checkProcedure(plain));
  } catch (error) {
    const words = error instanceof Error ? error.message : 'It cannot be read.';
    return [{ code: 'way', ref: ways.join(), words, stepId: null }];
  }
}

/** A procedure being edited: its draft, what changes it, and what the checker says as it changes. */
export function useDraft(shipped: Procedure) {
  const [draft, setDraft] = useState(shipped);
  const [ways, setWays] = useState<string[]>([]);
  const problems = useMemo(() => problemsOf(draft, ways), [draft, ways]);
  /** Problems of the draft as it stands and of each way by itself. */
  const everywhere = useMemo(
    () =>
      [[], ...draft.ways.map((way) => [way.id])].map((taken) => ({
        way: draft.ways.find((way) => way.id === taken[0])?.title ?? null,
        count: problemsOf(draft, taken).length,
      })),
    [draft],
  );
  const patchStep = (id: string, patch: Partial<Step>) =>
    setDraft({
      ...draft,
      steps: draft.steps.map((step) => (step.id === id ? pruned({ ...step, ...patch }) : step)),
    });
  const moveStep = (id: string, by: -1 | 1) => {
    const at = draft.steps.findIndex((step) => step.id === id);
    const to = at + by;
    if (to < 0 || to >= draft.steps.length) return;
    const steps = [...draft.steps];
    [steps[at], steps[to]] = [steps[to]!, steps[at]!];
    setDraft({ ...draft, steps });
  };
  const addStep = (after: string | null): string => {
    const count = draft.steps.filter((step) => step.id.startsWith('own-')).length + 1;
    const at = draft.steps.findIndex((step) => step.id === after);
    const step: Step = {
      id: `own-${count}`,
      phase: draft.steps[at]?.phase ?? 'intake',
      do: 'A new step',
      minutes: 5,
    };
    setDraft({ ...draft, steps: [...draft.steps.slice(0, at + 1), step, ...draft.steps.slice(at + 1)] });
    return step.id;
  };
  const removeStep = (id: string) =>
    setDraft({ ...draft, steps: draft.steps.filter((step) => step.id !== id) });
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
  };
}
export type Draft = ReturnType<typeof useDraft>;
