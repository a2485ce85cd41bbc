import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { judgeStep, stepOf } from '@/core/procedure/engine';
import { isCoilCut, turnsCut, twinCorner } from '@/core/procedure/coil-cuts';
import { command } from './command';
import { id, text } from './fields';

/** Records a step as done, when the car as it stands allows it. */
export const stepDone = command({
  name: 'step.done',
  who: ['tech'],
  input: Joi.object<{ orderId: string; stepId: string; measured: string; note: string }>({
    orderId: id().required(),
    stepId: Joi.string().max(80).required(),
    measured: text(200),
    note: text(500),
  }),
  async run(ctx, { orderId, stepId, measured, note }) {
    const order = await ctx.runningOrder(orderId);
    if (order.state.alarms.length) {
      throw new Refusal('alarm', `The job is stopped: ${order.state.alarms[0]!.message}`, 'stepId');
    }
    const [refused] = judgeStep(order.document, order.run, stepId);
    if (refused) throw new Refusal(refused.code, refused.message, 'stepId');
    const step = stepOf(order.document, stepId)!;
    if (step.measure?.length && !measured) {
      throw new Refusal(
        'measure',
        `Write down the ${step.measure.map((one) => `${one.what} (${one.unit})`).join(', ')}.`,
        'measured',
      );
    }
    if (isCoilCut(step)) {
      const { cuts } = order.state;
      const own = cuts.filter((cut) => cut.data.stepId === stepId);
      if (!own.length)
        throw new Refusal('cuts', 'Write each cut down with its measure: none is recorded yet.', 'stepId');
      const where = own[0]!.data.corner;
      const [here, there] = [turnsCut(cuts, where), turnsCut(cuts, twinCorner(where))];
      if (there > 0 && Math.abs(here - there) > 1e-9)
        throw new Refusal(
          'twins',
          `The other side has had ${there} turns off and this one ${here}: both sides alike.`,
          'stepId',
        );
    }
    if (step.phase === 'road' && step.drive) {
      throw new Refusal(
        'road',
        'The road test is recorded on its own page, with the odometer out and in.',
        'stepId',
      );
    }
    const [entry] = await ctx.append(order.id, {
      kind: 'step.done',
      data: { stepId, measured: measured || null, note: note || null },
    });
    return { entryId: entry!.id };
  },
});
