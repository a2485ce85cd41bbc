import { Refusal } from '../refusal';
import type { EntryData, EntryKind } from '../ledger/entries';
import { type OrderState, onTheRoad } from '../ledger/order-state';
import type { RefusedMove, RunDocument, RunState } from '../procedure/engine';

/**
 * A move is what a tap in the bay does to the record: judged against the car as it stands, and turned into entries. The
 * server runs it under the order's lock; a tablet without network runs the same move on what it last knew.
 */
export interface MovingOrder {
  state: OrderState;
  document: RunDocument;
  run: RunState;
}

export interface Mover {
  deviceId: string;
  personId: string;
  /** The command's own id: what the move makes is named by it. */
  commandId: string;
  /** Made without network. */
  offline: boolean;
}

export type MoveEntry = { [K in EntryKind]: { kind: K; data: EntryData[K] } }[EntryKind];

export function refuse(refused: RefusedMove | null | undefined, field: string): void {
  if (refused) throw new Refusal(refused.code, refused.message, field);
}

/** Nothing is raised, opened or loosened on a car that is being driven. @throws Refusal while it is out */
export function refuseOnTheRoad(state: OrderState, field: string): void {
  if (onTheRoad(state))
    throw new Refusal('on-the-road', 'It is out on its road test: bring it back first.', field);
}
