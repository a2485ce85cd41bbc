import type { Looseness } from './car';
import { judgeStep } from './judge';
import {
  RULES_EDITION,
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

interface StepLeft {
  step: Step;
  refused: RefusedMove[];
}
/** What is only a matter of torquing first, or of the lead's yes, is done at the step itself. */
const mayBeNow = ({ refused }: StepLeft) =>
  refused.every((reason) => ['untorqued', 'approval'].includes(reason.code));
/** Of many steps most wait for another: only those that do not are held against the axle. */
const judgedOnce = (run: RunDocument, state: RunState, { id }: Step): RefusedMove[] =>
  judgeStep(run, state, id, RULES_EDITION, 'if nothing else refuses');
const isLeft = (state: RunState) => (step: Step) => !state.done.has(step.id) && !state.skipped.has(step.id);

/** The steps not done yet: first the one to do now, which is the earliest that may be done, then the rest in order. */
export function nextSteps(run: RunDocument, state: RunState): StepLeft[] {
  const left = run.steps
    .filter(isLeft(state))
    .map((step) => ({ step, refused: judgedOnce(run, state, step) }));
  const now = left.find(mayBeNow);
  return now ? [now, ...left.filter((entry) => entry !== now)] : left;
}

/** The step to do now: the earliest that may be done, else the earliest left; undefined when none is. */
export function nextStep(run: RunDocument, state: RunState): StepLeft | undefined {
  let first: StepLeft | undefined;
  for (const step of run.steps.filter(isLeft(state))) {
    const entry = { step, refused: judgedOnce(run, state, step) };
    if (mayBeNow(entry)) return entry;
    first ??= entry;
  }
  return first;
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
