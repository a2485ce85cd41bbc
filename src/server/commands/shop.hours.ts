import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const shopHours = handle('shop.hours', {
  async run(ctx, input) {
    if (input.openTo - input.openFrom - input.restMinutes < 120)
      throw new Refusal('short-day', 'A day is two hours of work at least.', 'openTo');
    if (input.restFrom < input.openFrom || input.restFrom + input.restMinutes > input.openTo)
      throw new Refusal('rest', 'The rest lies within the open hours.', 'restFrom');
    await ctx.tx.run(
      `UPDATE shop SET open_from = ?, open_to = ?, rest_from = ?, rest_minutes = ?, open_days = ?, rack_days = ?
        WHERE id = 1`,
      [
        input.openFrom,
        input.openTo,
        input.restFrom,
        input.restMinutes,
        [...input.openDays].sort().join(' '),
        [...input.rackDays].sort().join(' '),
      ],
    );
    await ctx.appendShop('hours', 'shop', { ...input });
    return {};
  },
});
