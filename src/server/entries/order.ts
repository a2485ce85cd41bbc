import { type Entry, currentEntries } from '@/core/ledger/entries';
import { type OrderState, foldOrder } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { readRun } from '../documents/store';
import { Kept, chainOf } from './kept';

export interface FoldedOrder {
  entries: Entry[];
  state: OrderState;
}

/** The hash of the run an order follows now: the one it began with, or what a change of way or a step added made of it. */
export function runHash(entries: readonly Entry[]): string | null {
  return entries.reduce<string | null>(
    (hash, entry) =>
      entry.kind === 'run.start' || entry.kind === 'run.change' ? entry.data.documentHash : hash,
    null,
  );
}

/** Folds entries with the run document they name, when a run has started. */
export async function foldWithRun(tx: Db, entries: Entry[]): Promise<OrderState> {
  const hash = runHash(currentEntries(entries));
  const document = hash ? await readRun(tx, hash) : null;
  return foldOrder(entries, document);
}

/** Where an order stood after the entry with a hash: nothing but those entries, and the run they name, makes it so. */
const states = new Kept<{ hash: string; state: OrderState }>(100);

/** Whoever is handed a state reads it: the next one is handed the same. */
function readOnly(state: OrderState): OrderState {
  for (const value of Object.values(state)) if (Array.isArray(value)) Object.freeze(value);
  return Object.freeze(state);
}

/** Reads a work order's entries and folds them into where it stands; null when there is no such order. */
export async function loadOrder(tx: Db, orderId: string): Promise<FoldedOrder | null> {
  const { entries, hash } = await chainOf(tx, orderId);
  if (!entries.length) return null;
  const known = states.get(orderId);
  if (known?.hash === hash) return { entries: [...entries], state: known.state };
  const state = readOnly(await foldWithRun(tx, [...entries]));
  states.set(orderId, { hash, state });
  return { entries: [...entries], state };
}
