import { sheetNow } from './evidence';
import type { Phase } from '../procedure/types';
import {
  type OrderState,
  afterHeightsOf,
  baselineOf,
  isClosed,
  isJob,
  latestPlan,
  linesMissing,
  planAnswer,
} from './order-state';

/** The marks of the tape: the twelve of a job, and the come-back after them. */
export const TAPE_MARKS = [
  { id: 'intake', label: 'intake' },
  { id: 'look-over', label: 'look over' },
  { id: 'heights', label: 'heights' },
  { id: 'plan', label: 'plan' },
  { id: 'parts', label: 'parts' },
  { id: 'take-down', label: 'take down' },
  { id: 'fit', label: 'fit' },
  { id: 'on-weight', label: 'on weight' },
  { id: 'settle', label: 'settle' },
  { id: 'align', label: 'align' },
  { id: 'road', label: 'road' },
  { id: 'hand-over', label: 'hand over' },
] as const;
export type TapeMarkId = (typeof TAPE_MARKS)[number]['id'];

export interface TapeMark {
  id: TapeMarkId;
  label: string;
  /** Ticks between this mark and the next: a step each. */
  ticks: number;
  done: number;
}

const MARK_OF_PHASE: Record<Phase, TapeMarkId> = {
  intake: 'look-over',
  baseline: 'heights',
  plan: 'parts',
  teardown: 'take-down',
  fit: 'fit',
  reassemble: 'fit',
  'on-wheels': 'on-weight',
  align: 'align',
  road: 'road',
  handoff: 'hand-over',
};

/**
 * How far a work order's tape is pulled out. Each mark carries a tick for every step of the run that falls on it and
 * one for what the order itself owes there (heights, plan, sheet, signature).
 */
export function tapeOf(state: OrderState): TapeMark[] {
  const marks = new Map(
    TAPE_MARKS.map((mark) => [mark.id as TapeMarkId, { ...mark, ticks: 0, done: 0 } as TapeMark]),
  );
  const tick = (id: TapeMarkId, done: boolean) => {
    const mark = marks.get(id)!;
    mark.ticks += 1;
    if (done) mark.done += 1;
  };
  const closed = isClosed(state);
  tick('intake', state.intake !== null);
  if (isJob(state)) {
    tick('heights', baselineOf(state) !== null);
    tick('plan', latestPlan(state) !== null);
    tick('plan', planAnswer(state)?.data.yes === true);
    if (state.parts.list) tick('parts', linesMissing(state).length === 0);
    tick('on-weight', afterHeightsOf(state) !== null);
    tick(
      'settle',
      closed || state.heights.some((set) => set.entry.data.occasion === 'settled') || state.roadIn !== null,
    );
    tick('align', sheetNow(state) !== null);
    tick('road', state.roadIn !== null);
  }
  // Until its steps are known, the work itself is owed: it is not done because nothing is written of it.
  if (isJob(state) && !state.document) {
    tick('take-down', false);
    tick('fit', false);
  }
  for (const step of state.document?.steps ?? [])
    tick(MARK_OF_PHASE[step.phase], state.run?.done.has(step.id) ?? false);
  tick('hand-over', closed);
  return [...marks.values()];
}

/** Where the hook end hangs: the first mark with something left, or null when the tape is all the way out. */
export function markNow(marks: TapeMark[]): TapeMarkId | null {
  return marks.find((mark) => mark.done < mark.ticks)?.id ?? null;
}
