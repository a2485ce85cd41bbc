import { handle } from './handler';

export const calendarRenew = handle('calendar.renew', {
  async run(ctx, { secretHash }) {
    await ctx.tx.run('UPDATE shop SET calendar_hash = ? WHERE id = 1', [secretHash]);
    await ctx.appendShop('calendar feed', 'shop', { renewed: true });
    return {};
  },
});
