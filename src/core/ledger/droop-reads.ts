import { stillCounts } from './apart';
import type { EntryOf } from './entries';
import type { OrderState } from './order-state';

/** What was read in the air, and whether it still speaks for the car. */
export type DroopRead = EntryOf<'droop.read'>;

/** The last reading of each figure and side that was taken since the work was last taken apart. */
export function droopReadsNow(state: OrderState): DroopRead[] {
  const last = new Map(
    state.droopReads
      .filter((entry) => stillCounts(state, entry))
      .map((entry) => [`${entry.data.id} ${entry.data.side}`, entry]),
  );
  return [...last.values()];
}

/** Why an axle is not walked now; null when it hangs with its new parts on. */
export function whyNotWalked(state: OrderState, end: 'front' | 'rear'): string | null {
  const { run, document } = state;
  if (!run || !document) return 'The work has not begun: it is walked in the air, when its new parts are on.';
  const owed = document.steps.filter(
    ({ id, phase }) => phase === 'fit' && (run.reopened.has(id) || !run.done.has(id)) && !run.skipped.has(id),
  );
  if (owed.length)
    return `Its new parts are not all on: ${owed.length === 1 ? 'a step' : `${owed.length} steps`} of fitting ${owed.length === 1 ? 'is' : 'are'} open.`;
  if (run.car.support[end] !== 'raised')
    return `Raise the ${end} so that its wheels hang: nothing may hold the axle.`;
  return null;
}
