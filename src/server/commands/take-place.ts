import { Refusal } from '@/core/refusal';
import type { Db } from '../database';

/**
 * Makes sure that a car may stand at a place, and keeps every other car from being put there until this one's transaction
 * is over: two orders have two chains, so the place itself is what both wait for.
 * @param orderId the car's own order, which may stand there already
 * @throws Refusal where the shop has no such place, or another car stands there
 */
export async function takePlace(tx: Db, place: string, orderId: string): Promise<void> {
  // Written, not only locked: a lock is one node's own, a write is what the nodes of a cluster agree on.
  const known = await tx.run('UPDATE shop_place SET held_by = ? WHERE id = ? AND active', [orderId, place]);
  if (!known.affectedRows) throw new Refusal('no-place', 'The shop has no such place.', 'place');
  const taken = await tx.row<{ number: number }>(
    'SELECT order_number AS number FROM order_now WHERE place = ? AND NOT closed AND order_id <> ?',
    [place, orderId],
  );
  if (taken) throw new Refusal('taken', `Order ${taken.number} stands there: move it first.`, 'place');
}
