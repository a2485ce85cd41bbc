import type { OrderState } from '@/core/ledger/order-state';
import type { RunDocument } from '@/core/procedure/engine';
import type { CommandContext } from './commands/context';
import { loadOrder } from './entries/order';
import type { Row, Cell } from './tables';

/**
 * One car, one state: what an order carried in from another is closed for both when the other closes it, and open for both
 * when that is taken back. Said in the record of the order that carried it.
 */

type PlaceRow = Row<'car_place', 'place' | 'what' | 'state'> & { number: Cell<'car_place', 'order_number'> };

const TIGHT = ['full', 'double', 'shifted'];

/** Has this order had its own hands on a thing it carried in? Then it speaks for it. */
function handledHere(document: RunDocument, state: OrderState, id: string): boolean {
  return (
    state.leftOff.some((entry) => entry.data.itemId === id) ||
    [
      ...state.alsoOpened.map(({ data }) => data.things),
      ...state.alignments.map(({ entry }) => entry.data.moved),
      ...state.trials.begun.map(({ data }) => data),
    ].some((opened) => opened?.opens.includes(id) || opened?.loosens.includes(id)) ||
    state.torques.some((entry) => entry.data.fastenerId === id) ||
    document.steps.some(
      (step) =>
        state.run!.done.has(step.id) &&
        [step.opens, step.closes, step.loosens, step.snugs].some((ids) => ids?.includes(id)),
    )
  );
}

/** Writes into an order what other orders of its car have made of the things it carried in. @returns whether there was any */
export async function bringCarriedUpToDate(
  ctx: CommandContext,
  order: { id: string; vehicleId: string; state: OrderState },
): Promise<boolean> {
  const { document, run } = order.state;
  if (!document || !run) return false;
  const { open, loose } = document.carried;
  const ids = [...open, ...Object.keys(loose)].filter((id) => !handledHere(document, order.state, id));
  if (!ids.length) return false;
  const rows = await ctx.tx.rows<PlaceRow>(
    `SELECT car_place.place, what, state, car_place.order_number AS number FROM car_place
       JOIN order_now ON order_now.order_id = car_place.order_id
      WHERE vehicle_id = ? AND car_place.order_id <> ? ORDER BY last_at`,
    [order.vehicleId, order.id],
  );
  const last = new Map(rows.map((row) => [`${row.what} ${row.place}`, row]));
  const changes = new Map<number, { closed: string[]; open: string[]; tight: string[]; loose: string[] }>();
  const change = (number: number, to: 'closed' | 'open' | 'tight' | 'loose', id: string) => {
    const known = changes.get(number) ?? { closed: [], open: [], tight: [], loose: [] };
    known[to].push(id);
    changes.set(number, known);
  };
  for (const id of ids) {
    const item = document.items.find((one) => one.id === id);
    const there = item?.place && last.get(`item ${item.place}`);
    if (there && (there.state === 'open') !== run.car.open.has(id))
      change(there.number, there.state === 'open' ? 'open' : 'closed', id);
    const fastener = document.fasteners.find((one) => one.id === id);
    const turned = fastener && last.get(`fastener ${fastener.place}`);
    if (turned && TIGHT.includes(turned.state) === run.car.loose.has(id))
      change(turned.number, run.car.loose.has(id) ? 'tight' : 'loose', id);
  }
  for (const [number, data] of changes)
    await ctx.append(order.id, { kind: 'elsewhere', data: { order: number, ...data } });
  return changes.size > 0;
}

/** After something was done on one order: the other open orders of its car that carried some of it are told. */
export async function tellOtherOrders(ctx: CommandContext, orderId: string): Promise<string[]> {
  const others = await ctx.tx.rows<Row<'work_order', 'id' | 'vehicle_id'>>(
    `SELECT other.id, other.vehicle_id FROM work_order AS own
       JOIN work_order AS other ON other.vehicle_id = own.vehicle_id AND other.id <> own.id
       JOIN order_now ON order_now.order_id = other.id
      WHERE own.id = ? AND NOT closed ORDER BY other.number`,
    [orderId],
  );
  const told: string[] = [];
  for (const { id, vehicle_id: vehicleId } of others) {
    const state = (await loadOrder(ctx.tx, id))?.state;
    if (state && (await bringCarriedUpToDate(ctx, { id, vehicleId, state }))) told.push(id);
  }
  return told;
}
