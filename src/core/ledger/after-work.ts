import { stillCounts } from './apart';
import type { EntryOf } from './entries';
import type { BackFrom } from './kinds/handed-over';
import { type OrderState, afterHeightsOf } from './order-state';

/** The last time a page sent the car back to the bay, or null. */
export const lastBack = ({ after }: OrderState, from: BackFrom) =>
  after.backs.filter((entry) => entry.data.from === from).pop() ?? null;

/** Was this piece of evidence the one that sent the car back? */
export const sentBack = ({ after }: OrderState, entryId: string) =>
  after.backs.some((entry) => entry.data.ref === entryId);

/** The next alignment booked and not given up. */
export function nextBooking({ after }: OrderState): EntryOf<'booking'> | null {
  const kept = [...after.bookings.values()].filter((entry) => entry.data.kept);
  return kept.sort((a, b) => a.data.startsAt.localeCompare(b.data.startsAt)).pop() ?? null;
}

/** Has it been measured since heights last sent it back to the bay, and since its work was last taken apart? */
export function measuredSinceBack(state: OrderState): boolean {
  const back = lastBack(state, 'heights');
  const set = afterHeightsOf(state);
  return set !== null && (back === null || set.entry.seq > back.seq) && stillCounts(state, set.entry);
}
