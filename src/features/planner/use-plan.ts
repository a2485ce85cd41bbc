'use client';

import { useMemo } from 'react';
import { Refusal } from '@/core/refusal';
import { type CarStand, type PlannerInput, heightsAfter, standCar } from '@/core/planner/car-stand';
import { assumedHeights } from '@/core/planner/drawing';
import { judgeCar, unansweredMusts } from '@/core/planner/judge';
import { type FinishedLift, type LearnedLift, learnFor, ratiosOf } from '@/core/planner/learning';
import type { OneEnd } from '@/core/planner/measures';
import type { PlanDraft } from './planner-props';

export interface Planned {
  input: PlannerInput;
  learned: Record<OneEnd, LearnedLift>;
  stand: CarStand | null;
  /** What stops the whole car from being stood, when something does. */
  stopped: string | null;
  baseline: NonNullable<PlanDraft['baseline']> | null;
  predicted: NonNullable<PlanDraft['baseline']> | null;
  judged: ReturnType<typeof judgeCar>;
  musts: ReturnType<typeof unansweredMusts>;
  cost: number;
  minutes: number;
}

/** Stands a draft and judges it: quick enough to be done anew on every change of a slider. */
export function planDraft(draft: PlanDraft, past: FinishedLift[], platform: string): Planned {
  const learned = learnFor(draft.parts, past, platform);
  const input: PlannerInput = {
    setup: draft.setup,
    sheet: draft.sheet,
    parts: draft.parts,
    accessories: draft.accessories,
    baseline: draft.baseline,
    method: draft.method,
    targets: draft.targets,
    learned: ratiosOf(learned),
  };
  const totals = {
    cost: draft.parts.reduce((sum, part) => sum + part.cost, 0),
    minutes: draft.parts.reduce((sum, part) => sum + part.minutes, 0),
  };
  try {
    const stand = standCar(input);
    const judged = judgeCar(stand);
    const baseline = draft.baseline ?? assumedHeights(stand);
    return {
      input,
      learned,
      stand,
      stopped: null,
      baseline,
      predicted: heightsAfter({ ...input, baseline }, stand),
      judged,
      musts: unansweredMusts(judged),
      ...totals,
    };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const stopped = error.message;
    return {
      input,
      learned,
      stand: null,
      stopped,
      baseline: null,
      predicted: null,
      judged: [],
      musts: [],
      ...totals,
    };
  }
}

export function usePlan(draft: PlanDraft, past: FinishedLift[], platform: string): Planned {
  return useMemo(() => planDraft(draft, past, platform), [draft, past, platform]);
}
