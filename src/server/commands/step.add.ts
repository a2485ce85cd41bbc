import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { withSteps } from '@/core/procedure/redo';
import { PHASES, type Phase, type Step } from '@/core/procedure/types';
import { keepRun } from '../documents/store';
import { command } from './command';
import { id, line } from './fields';

interface AddInput {
  orderId: string;
  phase: Phase;
  end: 'front' | 'rear' | 'both';
  text: string;
  minutes: number;
}

/** Adds a step to a running job: something found on the way that has to be done before it leaves. */
export const stepAdd = command({
  name: 'step.add',
  who: ['tech'],
  input: Joi.object<AddInput>({
    orderId: id().required(),
    phase: Joi.valid(...PHASES).required(),
    end: Joi.valid('front', 'rear', 'both').default('both'),
    text: line(200).required().messages({ 'string.empty': 'Say what is to be done' }),
    minutes: Joi.number()
      .min(0)
      .max(600)
      .required()
      .messages({ 'number.base': 'Enter the minutes as a number' }),
  }),
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
