import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const lessonRecord = handle('lesson.record', {
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
