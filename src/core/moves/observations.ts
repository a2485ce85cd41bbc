import { Refusal } from '../refusal';
import type { EntryData } from '../ledger/entries';
import type { OrderState } from '../ledger/order-state';
import { placedName } from '../procedure/engine';
import type { MoveEntry, Mover, MovingOrder } from './move';

/** What is noted beside the steps: what was found, what is to be watched, what is stuck. */

/** Something found on the car, graded. @throws Refusal when nothing is said of what is not sound */
export function findingMove(
  state: OrderState,
  { area, grade, text, photoId }: Omit<EntryData['finding'], 'findingId' | 'when'>,
  { commandId }: Mover,
): MoveEntry[] {
  if (grade !== 'sound' && !text)
    throw new Refusal('say-what', 'Say what was found: the customer reads it.', 'text');
  const when = state.run ? 'during the work' : 'as it came';
  return [{ kind: 'finding', data: { findingId: commandId, area, grade, text, photoId, when } }];
}

/** A doubt that is looked at again by a day or a distance. @throws Refusal when neither is said */
export function watchMove(data: Omit<EntryData['watch'], 'watchId'>, { commandId }: Mover): MoveEntry[] {
  if (!data.byDay && !data.byDistance)
    throw new Refusal('by-when', 'Say by which day or distance it must be answered.', 'byDay');
  return [{ kind: 'watch', data: { watchId: commandId, ...data } }];
}

/** A fastener that does not come loose, from here on. @throws Refusal for one unknown or stuck already */
export function stuckMove(
  { document, state }: MovingOrder,
  { fastenerId, what, photoId }: Pick<EntryData['stuck'], 'fastenerId' | 'what' | 'photoId'>,
  { commandId }: Mover,
): MoveEntry[] {
  const fastener = document.fasteners.find((candidate) => candidate.id === fastenerId);
  if (!fastener) throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
  if (state.stuck.some(({ entry, end }) => end === null && entry.data.fastenerId === fastenerId))
    throw new Refusal('stuck-already', `${placedName(fastener)} is down as stuck already.`, 'fastenerId');
  const data = { stuckId: commandId, fastenerId, place: fastener.place, what, photoId };
  return [{ kind: 'stuck', data }];
}

/** It came loose, and how. @throws Refusal when nothing is down as stuck there */
export function stuckEndMove(state: OrderState, { stuckId, how }: EntryData['stuck.end']): MoveEntry[] {
  const stuck = state.stuck.find(({ entry }) => entry.data.stuckId === stuckId);
  if (!stuck || stuck.end) throw new Refusal('not-stuck', 'Nothing is down as stuck there.', 'stuckId');
  return [{ kind: 'stuck.end', data: { stuckId, how } }];
}
