import type { Entry } from '@/core/ledger/entries';
import { type OrderState, foldOrder } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { readRun } from '../documents/store';
import { entriesOf } from './append';

export interface FoldedOrder {
  entries: Entry[];
  state: OrderState;
}

/** Folds entries with the run document they name, when a run has started. */
export async function foldWithRun(tx: Db, entries: Entry[]): Promise<OrderState> {
  const start = entries.find((entry) => entry.kind === 'run.start');
  const document = start?.kind === 'run.start' ? await readRun(tx, start.data.documentHash) : null;
  return foldOrder(entries, document);
}

/** Reads a work order's entries and folds them into where it stands; null when there is no such order. */
export async function loadOrder(tx: Db, orderId: string): Promise<FoldedOrder | null> {
  const entries = await entriesOf(tx, orderId);
  if (!entries.length) return null;
  return { entries, state: await foldWithRun(tx, entries) };
}
