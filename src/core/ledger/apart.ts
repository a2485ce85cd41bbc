import { RULES_EDITION, fastenerOf, itemOf, stepOf } from '../procedure/run-state';
import type { Phase, Step } from '../procedure/types';
import type { Entry } from './entries';
import type { OrderState } from './order-state';

/**
 * Heights, alignment and road test speak for the car as it stood when they were taken. What takes the work apart again
 * after them leaves them in the record, and no longer counting for the handoff.
 */

/** The first edition of the rules under which evidence of before no longer counts. */
const SINCE_EDITION = 3;

/** Is this order judged by rules under which evidence goes out of date? */
export const evidenceAges = ({ run }: Pick<OrderState, 'run'>) =>
  (run?.rules ?? RULES_EDITION) >= SINCE_EDITION;

/** Phases in which the car becomes another: what is taken apart and put together. */
export const WORK: readonly Phase[] = ['teardown', 'fit', 'reassemble'];

/** Wheels come off and go on at many a look, and the car stands as it did. */
const wheelOrChock = (place: string) => /\.(wheel|wheel-nuts|chocks)$/.test(place);

/** Does this entry take work apart, so that what was measured before it says nothing of the car any more? */
function takesApart({ document }: OrderState, entry: Entry): boolean {
  if (entry.kind === 'back') return entry.data.stepIds.some((id) => id.startsWith('redo'));
  if (!document) return false;
  const opensWork = ({ opens, loosens }: Pick<Step, 'opens' | 'loosens'>) =>
    (opens ?? []).some((id) => !wheelOrChock(itemOf(document, id).place ?? '')) ||
    (loosens ?? []).some((id) => !wheelOrChock(fastenerOf(document, id).place));
  if (entry.kind === 'also.opened') return opensWork(entry.data.things);
  if (entry.kind !== 'step.done') return false;
  const step = stepOf(document, entry.data.stepId);
  return step !== undefined && WORK.includes(step.phase) && opensWork(step);
}

/** The last drive stays in the history, and the next one begins anew. */
export function putDriveAway(state: OrderState): void {
  if (!state.roadIn) return;
  state.after.roadTests.push({ out: state.roadOut, in: state.roadIn });
  state.roadOut = null;
  state.roadIn = null;
}

/** Notes what each entry means for the evidence of before it. */
export function foldApart(state: OrderState, entry: Entry): void {
  if (!takesApart(state, entry)) return;
  state.apartSeq = entry.seq;
  if (evidenceAges(state)) putDriveAway(state);
}

/** Was this taken after the work was last taken apart? */
export const stillCounts = (state: OrderState, entry: Pick<Entry, 'seq'>): boolean =>
  !evidenceAges(state) || state.apartSeq === null || entry.seq > state.apartSeq;
