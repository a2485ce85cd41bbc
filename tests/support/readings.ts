import { figuresToRead, recordsFirst } from '@/core/practice/careful-readings';
import { stepOf } from '@/core/procedure/engine';
import { loadOrder } from '@/server/entries/order';
import { db } from '@/server/database';

/** What a step is done with: its figures as a careful hand reads them on the order as it stands. */
export async function doneInput(orderId: string, stepId: string) {
  const { state } = (await loadOrder(db(), orderId))!;
  const step = stepOf(state.document!, stepId);
  return { orderId, stepId, note: '', figures: step ? figuresToRead(state, step) : [] };
}

/** What a step asks to be recorded before it is done, as commands. */
export async function recordsBefore(orderId: string, stepId: string) {
  const { state } = (await loadOrder(db(), orderId))!;
  const step = stepOf(state.document!, stepId);
  return step
    ? recordsFirst(state, step).map(([command, input]) => [command, { orderId, ...input }] as const)
    : [];
}
