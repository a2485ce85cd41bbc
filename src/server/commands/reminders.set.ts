import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';

/** A customer wants no reminders, or wants them again. */
export const remindersSet = command({
  name: 'reminders.set',
  who: ['advisor'],
  input: Joi.object<{ customerId: string; wanted: boolean }>({
    customerId: id().required(),
    wanted: Joi.boolean().required(),
  }),
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
