import { type OrderState, isClosed, isJob } from '@/core/ledger/order-state';
import { type TapeMark, type TapeMarkId, tapeOf } from '@/core/ledger/tape';

/** What was done last, as the car's owner would say it: while some of it is left, and when all of it is done. */
const STANDING: Record<TapeMarkId, [begun: string, done: string]> = {
  intake: ['It has just come in.', 'It has come in.'],
  'look-over': ['It is being looked over.', 'It has been looked over.'],
  heights: ['It is being measured.', 'It has been measured as it came.'],
  plan: ['Its plan is made; the shop asks you about it.', 'Its plan is agreed.'],
  parts: ['Its parts are on their way.', 'Its parts are here.'],
  'take-down': ['It is being taken down.', 'It is taken down, and its parts go on next.'],
  fit: ['Its parts are being fitted.', 'Its parts are fitted.'],
  'on-weight': [
    'It gets its last torque, on its wheels.',
    'It stands on its wheels again, torqued and measured.',
  ],
  settle: ['It is settling, and is measured.', 'It has settled and been measured.'],
  align: ['It is being aligned.', 'It has been aligned.'],
  road: ['It is being driven.', 'It has been driven.'],
  'hand-over': ['It is being made ready to hand over.', 'It is ready to be handed over.'],
};

/** Marks that are the work itself: one of them with something left, behind one that is done, is work that goes on. */
const WORK: ReadonlySet<TapeMarkId> = new Set(['take-down', 'fit', 'on-weight']);
const isFull = (mark: TapeMark) => mark.ticks > 0 && mark.done === mark.ticks;

/** @param blocked something stands in the way of handing it over */
export function describeStanding(state: OrderState, blocked: boolean): string {
  if (state.cancelled) return 'This order was cancelled.';
  if (isClosed(state)) return isJob(state) ? 'It has been handed over.' : 'This visit is closed.';
  if (state.parts.holds.some((hold) => hold.end === null)) return 'It waits for a part.';
  if (state.run && !blocked) return STANDING['hand-over'][1];
  const marks = tapeOf(state);
  const at = marks.findLastIndex((mark) => mark.done > 0);
  if (at < 0) return STANDING.intake[0];
  const last = marks[at]!;
  const left = (mark: TapeMark) => WORK.has(mark.id) && mark.done < mark.ticks;
  if (isJob(state) && !WORK.has(last.id) && marks.slice(0, at).some(left)) return 'It is being worked on.';
  if (last.id === 'hand-over' || (last.id === 'road' && isFull(last))) return 'It is nearly ready.';
  return STANDING[last.id][isFull(last) ? 1 : 0];
}
