import { Refusal } from '@/core/refusal';
import { contactHash } from '../entries/verify-shop';
import type { Row } from '../tables';
import { handle } from './handler';

export const customerCorrect = handle('customer.correct', {
  async run(ctx, { customerId, ...contact }) {
    const known = await ctx.tx.row<Row<'customer_contact', 'salt'>>(
      'SELECT salt FROM customer_contact WHERE customer_id = ? FOR UPDATE',
      [customerId],
    );
    if (!known) throw new Refusal('no-customer', 'There is no such customer.', 'customerId');
    await ctx.tx.run('UPDATE customer_contact SET name = ?, phone = ?, email = ? WHERE customer_id = ?', [
      contact.name,
      contact.phone,
      contact.email,
      customerId,
    ]);
    await ctx.appendShop(
      'customer',
      customerId,
      known.salt ? { contactHash: contactHash(known.salt, contact) } : {},
    );
    // They are found by their name.
    const orders = await ctx.tx.rows<Row<'work_order', 'id'>>(
      'SELECT work_order.id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id WHERE customer_id = ?',
      [customerId],
    );
    for (const { id } of orders) {
      await ctx.order(id);
      ctx.touched.set(id, 'all');
    }
    return {};
  },
});
