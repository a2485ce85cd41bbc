import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const remindersSet = handle('reminders.set', {
  async run(ctx, { customerId, wanted }) {
    const known = await ctx.tx.row('SELECT customer_id FROM customer_contact WHERE customer_id = ?', [
      customerId,
    ]);
    if (!known) throw new Refusal('no-customer', 'There is no such customer.', 'customerId');
    await ctx.tx.run('UPDATE customer_contact SET no_reminders = ? WHERE customer_id = ?', [
      !wanted,
      customerId,
    ]);
    await ctx.appendShop('reminders', customerId, { wanted });
    return {};
  },
});
