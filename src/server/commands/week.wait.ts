import Joi from 'joi';
import { command } from './command';
import { line } from './fields';
import { day, jobId } from './week-fields';

/** Says until when a job waits and for what; no day takes it back. */
export const weekWait = command({
  name: 'week.wait',
  who: ['advisor'],
  input: Joi.object<{ jobId: string; untilDay: string | null; words: string }>({
    jobId: jobId().required(),
    untilDay: day().allow(null).required(),
    words: line(200).required(),
  }),
  async run(ctx, { jobId: job, untilDay, words }) {
    if (untilDay)
      await ctx.tx.run('REPLACE INTO week_wait (job_id, until_day, words) VALUES (?, ?, ?)', [
        job,
        untilDay,
        words,
      ]);
    else await ctx.tx.run('DELETE FROM week_wait WHERE job_id = ?', [job]);
    await ctx.appendShop('week wait', job, { untilDay, words });
    return {};
  },
});
