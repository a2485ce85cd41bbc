import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id } from './fields';
import { day } from './week-fields';

/** Says which days somebody is away, or is here after all. */
export const weekAway = command({
  name: 'week.away',
  who: ['lead'],
  input: Joi.object<{ personId: string; days: string[]; away: boolean }>({
    personId: id().required(),
    days: Joi.array().items(day()).min(1).max(60).unique().required(),
    away: Joi.boolean().required(),
  }),
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
