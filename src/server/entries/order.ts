import 'server-only';
import { type Entry, currentEntries } from '@/core/ledger/entries';
import { foldOnto, foldOrder } from '@/contracts/fold';
import type { OrderState } from '@/core/ledger/order-state';
import type { Db } from '../database';
import { readRun } from '../documents/store';
import { Kept, chainOf, lastHash } from './kept';
import type { Row } from '../tables';

export interface FoldedOrder {
  entries: readonly Entry[];
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
async function foldWithRun(tx: Db, entries: readonly Entry[]): Promise<OrderState> {
  const hash = runHash(currentEntries(entries));
  const document = hash ? await readRun(tx, hash) : null;
  return foldOrder(entries, document);
}

/** Where an order stood after the entry with a hash: nothing but those entries, and the run they name, makes it so. */
const states = new Kept<{ hash: string; count: number; state: OrderState }>(300);

/** Whoever is handed a state reads it: the next one is handed the same. */
function readOnly(state: OrderState): OrderState {
  for (const value of Object.values(state)) if (Array.isArray(value)) Object.freeze(value);
  return Object.freeze(state);
}

/** An order with entries that came after it was folded: those alone are folded onto it, where they take nothing back. */
export async function advance(tx: Db, before: FoldedOrder, after: readonly Entry[]): Promise<FoldedOrder> {
  const entries = [...before.entries, ...after];
  const state = readOnly(foldOnto(before.state, after) ?? (await foldWithRun(tx, entries)));
  return { entries, state };
}

/** Keeps where an order stands after its last entry, so that nobody folds the same entries again. */
export const keepState = (orderId: string, hash: string, { entries, state }: FoldedOrder) =>
  states.set(orderId, { hash, count: entries.length, state });

/**
 * Reads a work order's entries and folds them into where it stands; null when there is no such order.
 * @param head the hash of its last entry, where whoever asks holds its lock
 */
export async function loadOrder(
  tx: Db,
  orderId: string,
  head: string | null = null,
): Promise<FoldedOrder | null> {
  const chain = await chainOf(tx, orderId, head);
  const { entries, hashes } = chain;
  if (!entries.length) return null;
  const known = states.get(orderId);
  const hash = lastHash(chain);
  if (known?.hash === hash) return { entries, state: known.state };
  // Where the kept state is of the same entries but the last few, only those are folded.
  const folded =
    known && hashes[known.count - 1] === known.hash
      ? await advance(
          tx,
          { entries: entries.slice(0, known.count), state: known.state },
          entries.slice(known.count),
        )
      : { entries, state: readOnly(await foldWithRun(tx, entries)) };
  keepState(orderId, hash, folded);
  return folded;
}

/** What is derived from a work order names it by these. */
export type OrderRow = Row<'work_order', 'id' | 'number' | 'vehicle_id'>;

/** A work order with where it stands. */
export interface WholeOrder extends FoldedOrder {
  id: string;
  number: number;
  vehicleId: string;
}

/** A work order whose entries were read already, folded. */
export const foldWhole = async (tx: Db, order: OrderRow, entries: readonly Entry[]): Promise<WholeOrder> => ({
  id: order.id,
  number: order.number,
  vehicleId: order.vehicle_id,
  entries,
  state: readOnly(await foldWithRun(tx, entries)),
});

/** Reads a work order by its id. @throws when there is none */
export async function wholeOrder(tx: Db, orderId: string): Promise<WholeOrder> {
  const row = await tx.row<Row<'work_order', 'id' | 'number' | 'vehicle_id'>>(
    'SELECT id, number, vehicle_id FROM work_order WHERE id = ?',
    [orderId],
  );
  const folded = await loadOrder(tx, orderId);
  if (!row || !folded) throw new Error(`no work order ${orderId}`);
  return { id: row.id, number: row.number, vehicleId: row.vehicle_id, ...folded };
}
