import { jobOfSign } from '@/core/practice/alone';
import { Refusal } from '@/core/refusal';
import { shopDay } from '@/core/units/shop-time';
import { procedureById } from '../procedures';
import { readShop } from '../queries/shop';
import { byPin } from './by-pin';
import { handle } from './handler';

/** A lead signs somebody off for what they may do alone. */
export const skillSign = handle('skill.sign', {
  before: byPin('leadId'),
  async run(ctx, { personId, skill, untilDay }) {
    const lead = ctx.lead();
    const row = await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active FOR UPDATE', [personId]);
    if (!row) throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    const job = jobOfSign(skill);
    if (job !== null && !(await procedureById(ctx.tx, job)))
      throw new Refusal('no-procedure', 'There is no such job in the library or the shop.', 'skill');
    const { timeZone } = await readShop(ctx.tx);
    if (untilDay !== null && untilDay < shopDay(ctx.receivedAt, timeZone))
      throw new Refusal('past', 'That day is over: it would hold for nothing.', 'untilDay');
    await ctx.tx.run(
      'REPLACE INTO person_skill (person_id, skill, lead_id, signed_at, until_day) VALUES (?, ?, ?, ?, ?)',
      [personId, skill, lead.id, ctx.receivedAt, untilDay],
    );
    await ctx.appendShop('signed off', personId, { skill, untilDay, leadId: lead.id });
    return {};
  },
});

/** A lead takes a sign-off back. */
export const skillEnd = handle('skill.end', {
  before: byPin('leadId'),
  async run(ctx, { personId, skill }) {
    const lead = ctx.lead();
    const known = await ctx.tx.row(
      'SELECT skill FROM person_skill WHERE person_id = ? AND skill = ? FOR UPDATE',
      [personId, skill],
    );
    if (!known) throw new Refusal('not-signed', 'They are not signed off for that.', 'skill');
    await ctx.tx.run('DELETE FROM person_skill WHERE person_id = ? AND skill = ?', [personId, skill]);
    await ctx.appendShop('sign-off ended', personId, { skill, leadId: lead.id });
    return {};
  },
});
