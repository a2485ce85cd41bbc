import type { Looseness } from './car';
import { judgeStep } from './judge';
import {
  type OpenItem,
  type RefusedMove,
  type RunDocument,
  type RunState,
  fastenerOf,
  itemOf,
} from './run-state';
import type { Fastener, Step } from './types';

// The live engine: how a run stands, what may be done now, and what each thing done makes of it.
export * from './apply';
export * from './judge';
export * from './run-state';

/** The steps not done yet: first the one to do now, which is the earliest that may be done, then the rest in order. */
export function nextSteps(run: RunDocument, state: RunState): { step: Step; refused: RefusedMove[] }[] {
  const left = run.steps
    .filter((step) => !state.done.has(step.id) && !state.skipped.has(step.id))
    .map((step) => ({ step, refused: judgeStep(run, state, step.id) }));
  const now = left.find(({ refused }) =>
    refused.every((reason) => ['untorqued', 'approval'].includes(reason.code)),
  );
  return now ? [now, ...left.filter((entry) => entry !== now)] : left;
}

/** What is open on the car now, with the step that opened it, what forbids lowering before what forbids driving. */
export function openItems(run: RunDocument, state: RunState): OpenItem[] {
  const rank = { ground: 0, drive: 1, handoff: 2 } as const;
  return [...state.car.open]
    .map((id) => ({ item: itemOf(run, id), ...state.openedBy.get(id)! }))
    .sort((a, b) => rank[a.item.closeBefore ?? 'handoff'] - rank[b.item.closeBefore ?? 'handoff']);
}

/** The fasteners now loose, or only snug. */
export function looseFasteners(
  run: RunDocument,
  state: RunState,
): { fastener: Fastener; looseness: Looseness }[] {
  return [...state.car.loose].map(([id, looseness]) => ({ fastener: fastenerOf(run, id), looseness }));
}
