import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { LESSON_ABOUT, type LessonData } from '@/core/ledger/entries';
import { command } from './command';
import { id, line } from './fields';

type LessonInput = Pick<LessonData, 'about' | 'stepId' | 'text' | 'standing'> & { orderId: string };

/** What would be done differently: a proposed edit of the procedure the step is from, or a note on the kit. */
export const lessonRecord = command({
  name: 'lesson.record',
  who: ['tech', 'advisor'],
  input: Joi.object<LessonInput>({
    orderId: id().required(),
    about: Joi.valid(...LESSON_ABOUT).required(),
    stepId: Joi.string().max(80).allow(null).default(null),
    text: line(500).required().messages({ 'string.empty': 'Say what would be done differently' }),
    standing: Joi.valid('proven here', 'hearsay').required(),
  }),
  async run(ctx, { orderId, about, stepId, text, standing }) {
    const order = await ctx.order(orderId);
    const { document } = order.state;
    if (stepId && !document?.steps.some((step) => step.id === stepId))
      throw new Refusal('no-step', 'This job has no such step.', 'stepId');
    // A run's step ids begin with their procedure's prefix.
    const source =
      document?.sources.find((one) => stepId?.startsWith(`${one.prefix}/`)) ?? document?.sources[0];
    const kit = order.state.parts.list?.data.kit ?? null;
    await ctx.append(order.id, {
      kind: 'lesson',
      data: {
        lessonId: ctx.commandId,
        about,
        stepId: stepId && source ? stepId.replace(`${source.prefix}/`, '') : stepId,
        procedureId: about === 'the kit' ? null : (source?.id ?? null),
        kit: about === 'the kit' ? kit : null,
        text,
        standing,
      },
    });
    return { lessonId: ctx.commandId };
  },
});
