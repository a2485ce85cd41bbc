import { Refusal } from '@/core/refusal';
import { CAR_MERGED } from '../entries/verify-shop';
import type { Row } from '../tables';
import type { CommandContext } from './context';
import { handle } from './handler';

const vehicleOf = (ctx: CommandContext, id: string) =>
  ctx.tx.row<Row<'vehicle', 'id' | 'label' | 'plate' | 'customer_id'>>(
    'SELECT id, label, plate, customer_id FROM vehicle WHERE id = ? FOR UPDATE',
    [id],
  );

const ordersOf = (ctx: CommandContext, vehicleId: string) =>
  ctx.tx.rows<Row<'work_order', 'id' | 'number'>>(
    'SELECT id, number FROM work_order WHERE vehicle_id = ? ORDER BY number',
    [vehicleId],
  );

/** Writes into each order whose car or customer it is now. */
async function tellOrders(
  ctx: CommandContext,
  orders: { id: string }[],
  data: { vehicleId: string; customerId: string; words: string },
  why: string,
) {
  for (const { id } of orders) {
    await ctx.order(id);
    await ctx.append(id, { kind: 'car', data: { ...data, replan: false }, why });
    ctx.touched.set(id, 'all');
  }
}

/** Rows of a car beside its orders: each is the kept one's from now on. */
const OF_A_CAR = [
  'follow_up',
  'booking_now',
  'car_measure',
  'car_place',
  'odometer_now',
  'wheel_set',
  'wheels_on',
  'watch_now',
] as const;

export const carMerge = handle('car.merge', {
  async run(ctx, { keepId, otherId, reason }) {
    if (keepId === otherId) throw new Refusal('same', 'That is the same car.', 'otherId');
    const keep = await vehicleOf(ctx, keepId);
    const other = await vehicleOf(ctx, otherId);
    if (!keep) throw new Refusal('no-vehicle', 'There is no such vehicle.', 'keepId');
    if (!other) throw new Refusal('no-vehicle', 'There is no such vehicle.', 'otherId');
    const orders = await ordersOf(ctx, otherId);
    for (const { id, number } of [...orders, ...(await ordersOf(ctx, keepId))]) {
      const { state } = await ctx.whole(id);
      // What is open on the one would not be known to the work that goes on at the other.
      if (state.run && !state.handoffs.length && !state.visitClosed && !state.cancelled)
        throw new Refusal(
          'under-way',
          `Order ${number} is being worked on: merge when it is closed.`,
          'otherId',
        );
    }
    await ctx.tx.run('UPDATE work_order SET vehicle_id = ? WHERE vehicle_id = ?', [keepId, otherId]);
    for (const table of OF_A_CAR)
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      await ctx.tx.run(`UPDATE ${table} SET vehicle_id = ? WHERE vehicle_id = ?`, [keepId, otherId]);
    await ctx.tx.run('DELETE FROM plate_gram WHERE vehicle_id = ?', [otherId]);
    await ctx.tx.run('UPDATE vehicle SET merged_into = ? WHERE id = ?', [keepId, otherId]);
    await ctx.appendShop(CAR_MERGED, otherId, { into: keepId, why: reason });
    await tellOrders(
      ctx,
      orders,
      {
        vehicleId: keepId,
        customerId: keep.customer_id,
        words: `${other.label}, ${other.plate}, and ${keep.label}, ${keep.plate}, are one car`,
      },
      reason,
    );
    return {};
  },
});

export const customerMerge = handle('customer.merge', {
  async run(ctx, { keepId, otherId, reason }) {
    if (keepId === otherId) throw new Refusal('same', 'That is the same customer.', 'otherId');
    const contact = async (id: string, field: string) => {
      const row = await ctx.tx.row<Row<'customer_contact', 'name' | 'phone' | 'email'>>(
        'SELECT name, phone, email FROM customer_contact WHERE customer_id = ? FOR UPDATE',
        [id],
      );
      if (!row) throw new Refusal('no-customer', 'There is no such customer.', field);
      return row;
    };
    const keep = await contact(keepId, 'keepId');
    const other = await contact(otherId, 'otherId');
    const cars = await ctx.tx.rows<Row<'vehicle', 'id'>>('SELECT id FROM vehicle WHERE customer_id = ?', [
      otherId,
    ]);
    await ctx.tx.run('UPDATE vehicle SET customer_id = ? WHERE customer_id = ?', [keepId, otherId]);
    await ctx.tx.run('UPDATE message SET customer_id = ? WHERE customer_id = ?', [keepId, otherId]);
    await ctx.appendShop('customer merged', otherId, { into: keepId, why: reason });
    for (const { id } of cars)
      await tellOrders(
        ctx,
        await ordersOf(ctx, id),
        { vehicleId: id, customerId: keepId, words: `${other.name} and ${keep.name} are one customer` },
        reason,
      );
    return {};
  },
});
