import 'server-only';
import { Refusal } from '@/core/refusal';
import { onTheRoad } from '@/core/ledger/order-state';
import { forbidsDriving } from '@/core/procedure/car';
import { fastenerOf, itemOf, placedName } from '@/core/procedure/engine';
import type { Db } from './database';
import { loadOrder } from './entries/order';
import type { Row } from './tables';

/** One car, one state: what another open order of it has in hand now counts for every order of that car. */
export interface ElsewhereOnTheCar {
  orderId: string;
  number: number;
  /** Open, loose or in the air, in words. */
  inHand: string[];
  onTheRoad: boolean;
}

export async function elsewhereOnTheCar(
  tx: Db,
  order: { id: string; vehicleId: string },
): Promise<ElsewhereOnTheCar[]> {
  const others = await tx.rows<Row<'work_order', 'id' | 'number'>>(
    `SELECT work_order.id, number FROM work_order JOIN order_now ON order_now.order_id = work_order.id
      WHERE vehicle_id = ? AND NOT closed AND work_order.id <> ? ORDER BY number`,
    [order.vehicleId, order.id],
  );
  const found: ElsewhereOnTheCar[] = [];
  for (const { id, number } of others) {
    const state = (await loadOrder(tx, id))?.state;
    if (!state?.run || !state.document) {
      found.push({ orderId: id, number, inHand: [], onTheRoad: false });
      continue;
    }
    const { run, document } = state;
    const inHand = [
      ...(['front', 'rear'] as const).flatMap((end) =>
        run.car.support[end] === 'on-wheels' ? [] : [`the ${end} in the air`],
      ),
      ...[...run.car.open]
        .map((one) => itemOf(document, one))
        .filter(forbidsDriving)
        .map((item) => `open: ${placedName(item)}`),
      ...[...run.car.loose.keys()].map((one) => `loose: ${placedName(fastenerOf(document, one))}`),
    ];
    found.push({ orderId: id, number, inHand, onTheRoad: onTheRoad(state) });
  }
  return found;
}

const MOST_NAMED = 4;

/**
 * Holds a move against what other open orders of the car have in hand.
 * @param move what it would do: lower, drive or start, which nothing may be in hand for; or move the car otherwise, which
 *   may not be while it is being driven
 * @throws Refusal that names the order and what it has in hand
 */
export async function refuseAgainstOthers(
  tx: Db,
  order: { id: string; vehicleId: string },
  move: 'lower' | 'drive' | 'start' | 'other',
  field = 'orderId',
): Promise<void> {
  for (const { number, inHand, onTheRoad: out } of await elsewhereOnTheCar(tx, order)) {
    if (out)
      throw new Refusal(
        'other-order',
        `Order ${number} has this car out on its road test: bring it back there first.`,
        field,
      );
    if (move === 'other' || !inHand.length) continue;
    const more = inHand.length - MOST_NAMED;
    const what = inHand.slice(0, MOST_NAMED).join('; ') + (more > 0 ? `; and ${more} more` : '');
    throw new Refusal(
      'other-order',
      `Order ${number} on this car has in hand: ${what}. ${
        move === 'start'
          ? 'Go on there, or wait until it is closed.'
          : 'It is closed there before this car is lowered or driven here.'
      }`,
      field,
    );
  }
}
