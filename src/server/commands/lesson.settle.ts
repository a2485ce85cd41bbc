import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { id, reason } from './fields';

interface SettleInput {
  lessonId: string;
  how: 'taken in' | 'left';
  words: string;
}

/** The lead's answer to a lesson: taken into the procedure or the kit's note, or left, with a word why. */
export const lessonSettle = command({
  name: 'lesson.settle',
  who: ['lead'],
  input: Joi.object<SettleInput>({
    lessonId: id().required(),
    how: Joi.valid('taken in', 'left').required(),
    words: reason().required(),
  }),
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
