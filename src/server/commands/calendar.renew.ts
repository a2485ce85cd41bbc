import Joi from 'joi';
import { command } from './command';

/** Another secret for the calendar feed; only its hash passes through here, and the one before stops working. */
export const calendarRenew = command({
  name: 'calendar.renew',
  who: ['lead'],
  input: Joi.object<{ secretHash: string }>({
    secretHash: Joi.string()
      .pattern(/^[0-9a-f]{64}$/)
      .required(),
  }),
  async run(ctx, { secretHash }) {
    await ctx.tx.run('UPDATE shop SET calendar_hash = ? WHERE id = 1', [secretHash]);
    await ctx.appendShop('calendar feed', 'shop', { renewed: true });
    return {};
  },
});
