import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const weekRush = handle('week.rush', {
  async run(ctx, input) {
    await ctx.tx.run(
      'INSERT INTO week_rush (id, label, minutes, needs_lift, promised_for) VALUES (?, ?, ?, ?, ?)',
      [ctx.commandId, input.label, input.minutes, input.needsLift, new Date(input.promisedFor)],
    );
    await ctx.appendShop('rush job', ctx.commandId, { ...input });
    return { rushId: ctx.commandId };
  },
});

export const weekRushEnd = handle('week.rush.end', {
  async run(ctx, { rushId }) {
    const done = await ctx.tx.run('UPDATE week_rush SET closed = TRUE WHERE id = ? AND NOT closed', [rushId]);
    if (!done.affectedRows) throw new Refusal('no-rush', 'There is no such rush job.', 'rushId');
    await ctx.appendShop('rush job out', rushId, {});
    return {};
  },
});
