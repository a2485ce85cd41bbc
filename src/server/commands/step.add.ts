import { Refusal } from '@/core/refusal';
import { withSteps } from '@/core/procedure/redo';
import type { Step } from '@/core/procedure/types';
import { keepRun } from '../documents/store';
import { handle } from './handler';

export const stepAdd = handle('step.add', {
  async run(ctx, { orderId, phase, end, text, minutes }) {
    const order = await ctx.runningOrder(orderId);
    const { document } = order;
    const count = document.steps.filter((step) => step.id.startsWith('added/')).length + 1;
    if (count > 60) throw new Refusal('enough', 'Sixty added steps are a job of their own.', 'text');
    const step: Step = {
      id: `added/${count}`,
      phase,
      do: text,
      ...(end === 'both' ? {} : { end }),
      minutes,
    };
    const documentHash = await keepRun(ctx.tx, withSteps(document, [step]), ctx.receivedAt);
    await ctx.append(order.id, {
      kind: 'run.change',
      data: { documentHash, why: 'step', words: `added: ${text}` },
    });
    return { stepId: step.id };
  },
});
