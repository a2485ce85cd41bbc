import { handle } from './handler';

export const weekWait = handle('week.wait', {
  async run(ctx, { jobId: job, untilDay, words, sure = 'sure' }) {
    if (untilDay)
      await ctx.tx.run('REPLACE INTO week_wait (job_id, until_day, words, sure) VALUES (?, ?, ?, ?)', [
        job,
        untilDay,
        words,
        sure,
      ]);
    else await ctx.tx.run('DELETE FROM week_wait WHERE job_id = ?', [job]);
    await ctx.appendShop('week wait', job, { untilDay, words, ...(untilDay && sure !== 'sure' && { sure }) });
    return {};
  },
});
