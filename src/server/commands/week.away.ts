import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const weekAway = handle('week.away', {
  async run(ctx, { personId, days, away }) {
    if (!(await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active', [personId])))
      throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    for (const one of days)
      await ctx.tx.run(
        away
          ? 'INSERT IGNORE INTO week_away (person_id, day) VALUES (?, ?)'
          : 'DELETE FROM week_away WHERE person_id = ? AND day = ?',
        [personId, one],
      );
    await ctx.appendShop(away ? 'away' : 'here after all', personId, { days });
    return {};
  },
});
