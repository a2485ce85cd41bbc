import type { EntryData } from '../ledger/entries';
import type { StopReason } from '../ledger/kinds/noted';
import type { OrderState } from '../ledger/order-state';
import { Refusal } from '../refusal';
import type { MoveEntry, Mover } from './move';

const off = (clockId: string, personId: string, reason: StopReason): MoveEntry => ({
  kind: 'clock.off',
  data: { clockId, personId, reason },
});

/** Two of one person lie over each other where one was started without network: both run until one is stopped. */
const runningOf = (state: OrderState, personId: string) =>
  state.clocks.filter((span) => span.personId === personId && span.to === null);

/** Whose clock it is, and where a helper goes back to. */
export interface ClockWhose {
  stepId: string | null;
  helperId: string | null;
  backTo: EntryData['clock.on']['backTo'];
  /** It runs elsewhere since: the two lie over each other until somebody says which counts. */
  overlaps: boolean;
}

/** A clock on this job; the one that runs here for the same person ends with it. @throws Refusal for a helper without network */
export function clockOnMove(
  state: OrderState,
  { stepId, helperId, backTo, overlaps }: ClockWhose,
  mover: Mover,
): MoveEntry[] {
  if (helperId && mover.offline)
    throw new Refusal('network', 'Calling a helper over needs the network.', 'helperId');
  const personId = helperId ?? mover.personId;
  const running = overlaps ? [] : runningOf(state, personId);
  const data = {
    clockId: mover.commandId,
    personId,
    stepId,
    ...(helperId ? { helper: true, backTo } : {}),
  };
  return [...running.map(({ clockId }) => off(clockId, personId, 'another job')), { kind: 'clock.on', data }];
}

/** One's own clock, stopped for a reason. @throws Refusal when it does not run here */
export function clockOffMove(state: OrderState, reason: StopReason, { personId }: Mover): MoveEntry[] {
  const running = runningOf(state, personId);
  if (!running.length) throw new Refusal('no-clock', 'Your clock is not running.', 'reason');
  return running.map(({ clockId }) => off(clockId, personId, reason));
}
