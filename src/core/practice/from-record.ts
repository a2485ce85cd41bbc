import type { OrderState } from '../ledger/order-state';
import type { CauseId } from '../stance/causes';
import type { FaultKind } from './scenario';

/** A fault that teaches what a cause of wrong heights was. */
const OF_CAUSE: Partial<Record<CauseId, FaultKind>> = {
  'not-seated': 'spring-unseated',
  'odd-corner': 'spring-unseated',
  'bound-bush': 'bolt-tight',
  'wrong-part': 'sides-swapped',
  'side-to-side': 'sides-swapped',
  unsettled: 'brake-on',
};

/** What went wrong on a finished job, as the kinds of faults to practice: what stuck, what was found behind its heights, what was opened beside the steps. */
export function kindsOfRecord(state: OrderState): FaultKind[] {
  const kinds = new Set<FaultKind>();
  if (state.stuck.length) kinds.add('nut-stuck');
  for (const { data } of state.causesFound) {
    const kind = OF_CAUSE[data.cause];
    if (kind) kinds.add(kind);
  }
  if (state.alsoOpened.some(({ data }) => data.how === 'unplugged')) kinds.add('lead-on');
  if (state.torques.some(({ data }) => data.moved)) kinds.add('pin-short');
  return [...kinds];
}
