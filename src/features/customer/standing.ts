import { type OrderState, isClosed, isJob } from '@/core/ledger/order-state';
import { type TapeMarkId, markNow, tapeOf } from '@/core/ledger/tape';

/** Where the car is, as its owner would say it. */
const STANDING: Record<TapeMarkId, string> = {
  intake: 'It has just come in.',
  'look-over': 'It is being looked over.',
  heights: 'It is being measured.',
  plan: 'Its plan is being made.',
  parts: 'Its parts are on their way.',
  'take-down': 'It is being taken down.',
  fit: 'Its parts are being fitted.',
  'on-weight': 'It stands on its wheels again and gets its last torque.',
  settle: 'It is settling, and is measured.',
  align: 'It is on its way to the alignment rack.',
  road: 'It is being driven.',
  'hand-over': 'It is ready to be handed over.',
};

/** @param blocked something stands in the way of handing it over */
export function describeStanding(state: OrderState, blocked: boolean): string {
  if (isClosed(state)) return isJob(state) ? 'It has been handed over.' : 'This visit is closed.';
  if (state.parts.holds.some((hold) => hold.end === null)) return 'It waits for a part.';
  const mark = markNow(tapeOf(state));
  if (mark === 'hand-over' && blocked) return 'It is nearly ready.';
  return mark ? STANDING[mark] : STANDING['hand-over'];
}
