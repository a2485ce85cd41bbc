import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const lessonSettle = handle('lesson.settle', {
  async run(ctx, { lessonId, how, words }) {
    if (!(await ctx.tx.row('SELECT lesson_id FROM lesson_now WHERE lesson_id = ?', [lessonId])))
      throw new Refusal('no-lesson', 'There is no such proposal.', 'lessonId');
    await ctx.tx.run(
      'REPLACE INTO lesson_settled (lesson_id, how, words, person_id, at) VALUES (?, ?, ?, ?, ?)',
      [lessonId, how, words, ctx.person.id, ctx.receivedAt],
    );
    await ctx.appendShop('lesson', lessonId, { how, words });
    return {};
  },
});
