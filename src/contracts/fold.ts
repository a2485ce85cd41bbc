import { foldApart } from '@/core/ledger/apart';
import { type Entry, type EntryKind, type EntryOf, currentEntries } from '@/core/ledger/entries';
import { rememberTouch } from '@/core/ledger/device-conflicts';
import { type OrderState, emptyOrder } from '@/core/ledger/order-state';
import { bothOnWheels } from '@/core/procedure/car';
import { withoutEntryWork } from '@/core/procedure/entry-work';
import { type RunDocument, isEntryWork } from '@/core/procedure/run-state';
import { reopenSteps } from '@/core/procedure/reopen';
import { Refusal } from '@/core/refusal';
import { entryContract } from './entries';

const apply = <K extends EntryKind>(state: OrderState, entry: EntryOf<K>) =>
  entryContract(entry.kind).fold?.(state, entry);

/** Does an entry speak of what another entry brought into the work, and that one was taken back? */
function isOfNothing({ document }: OrderState, { data }: Entry): boolean {
  if (!document) return false;
  const { stepId, fastenerId, itemId } = data as Partial<
    Record<'stepId' | 'fastenerId' | 'itemId', string | null>
  >;
  const isGone = (id: string | null | undefined, things: readonly { id: string }[]) =>
    typeof id === 'string' && isEntryWork(id) && !things.some((thing) => thing.id === id);
  return (
    isGone(stepId, document.steps) || isGone(fastenerId, document.fasteners) || isGone(itemId, document.items)
  );
}

/** Remembers since when a step that opened again is measured anew, and when an end was last off its wheels. */
function markSince({ run, figuresSince, offWheelsSeq }: OrderState, seq: number): void {
  if (!run) return;
  for (const id of run.reopened) if (!figuresSince.has(id)) figuresSince.set(id, seq);
  for (const id of figuresSince.keys()) if (!run.reopened.has(id)) figuresSince.delete(id);
  for (const end of ['front', 'rear'] as const)
    if (run.car.support[end] !== 'on-wheels') offWheelsSeq[end] = seq;
}

function foldOne(state: OrderState, entry: Entry): void {
  try {
    if (isOfNothing(state, entry)) {
      const message = `Entry ${entry.seq} is of something that counts as never opened.`;
      state.alarms.push({ entryId: entry.id, message });
      return;
    }
    apply(state, entry);
    rememberTouch(state, entry);
    foldApart(state, entry);
    if (state.document && state.run) reopenSteps(state.document, state.run);
    markSince(state, entry.seq);
    state.wasRaised ||= state.run !== null && !bothOnWheels(state.run.car.support);
  } catch (error) {
    // A set that cannot be read any more is a task for a person, not a reason to show nothing.
    if (!(error instanceof Refusal)) throw error;
    state.alarms.push({ entryId: entry.id, message: error.message });
  }
}

/**
 * Folds a work order's entries into where it stands. A correction counts in the place of what it corrects, so the
 * whole walk is judged again with it; what should then have been refused raises an alarm.
 * @param entries all of the order's entries in the order of its chain
 * @param document the run document once a run has started
 */
export function foldOrder(entries: readonly Entry[], document: RunDocument | null): OrderState {
  const state = emptyOrder(document && withoutEntryWork(document));
  for (const entry of currentEntries(entries)) foldOne(state, entry);
  return state;
}

/** A copy that may be folded onto: what never changes (an entry, the run document) is shared. */
function copied<T>(value: T): T {
  if (value === null || typeof value !== 'object' || 'seq' in value) return value;
  if (Array.isArray(value)) return value.map(copied) as T;
  if (value instanceof Map) return new Map(Array.from(value, ([key, one]) => [key, copied(one)])) as T;
  if (value instanceof Set) return new Set(value) as T;
  const copy = { ...value };
  // Most of what an order holds is flat: only what holds something itself is gone into.
  for (const key in copy)
    if (typeof copy[key] === 'object' && copy[key] !== null) copy[key] = copied(copy[key]);
  return copy;
}

/** Entries after which the whole order is folded anew: they change what came before, or the job it is judged by. */
const FROM_THE_START: readonly EntryKind[] = ['void', 'run.start', 'run.change'];

/**
 * Folds entries onto an order that was folded before, which stays as it was.
 * @returns where it stands then; null when they change what came before, so that all of it is folded again
 */
export function foldOnto(before: OrderState, entries: readonly Entry[]): OrderState | null {
  if (entries.some((entry) => entry.corrects !== null || FROM_THE_START.includes(entry.kind))) return null;
  const { document, ...rest } = before;
  const state: OrderState = { ...copied(rest), document };
  for (const entry of entries) foldOne(state, entry);
  return state;
}
