import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { type Corner } from '@/core/calc/fields';
import { isCoilCut, turnsCut } from '@/core/procedure/coil-cuts';
import { stepOf } from '@/core/procedure/engine';
import { readShop } from '../queries/shop';
import { command } from './command';
import { corner, id } from './fields';

interface CutInput {
  orderId: string;
  stepId: string;
  corner: Corner;
  turns: number;
  freeMm: number;
}

/** One cut of a coil, no larger than the shop's smallest step, with its measure right after. */
export const cutRecord = command({
  name: 'cut.record',
  who: ['tech'],
  input: Joi.object<CutInput>({
    orderId: id().required(),
    stepId: Joi.string().max(80).required(),
    corner: corner().required(),
    turns: Joi.number().greater(0).max(2).required().messages({
      'number.base': 'Enter the turns as a number',
      'number.greater': 'A cut takes something off',
    }),
    freeMm: Joi.number()
      .greater(0)
      .max(1500)
      .required()
      .messages({ 'number.base': 'Measure it after the cut and write the free length down' }),
  }),
  async run(ctx, { orderId, stepId, corner: where, turns, freeMm }) {
    const order = await ctx.runningOrder(orderId);
    const step = stepOf(order.document, stepId);
    if (!step || !isCoilCut(step)) throw new Refusal('no-step', 'This step cuts no coil.', 'stepId');
    if (!order.run.approved.has(stepId))
      throw new Refusal('approval', 'It cannot be uncut: the lead says yes to it first.', 'stepId');
    const { coilStepTurns } = await readShop(ctx.tx);
    if (turns > coilStepTurns + 1e-9)
      throw new Refusal(
        'too-much',
        `At most ${coilStepTurns} of a turn at once here: cut less, measure, cut again.`,
        'turns',
      );
    const last = order.state.cuts.filter((cut) => cut.data.corner === where).pop();
    if (last && freeMm >= last.data.freeMm)
      throw new Refusal(
        'not-shorter',
        `It measured ${last.data.freeMm} mm before this cut: it cannot be longer now.`,
        'freeMm',
      );
    await ctx.append(order.id, { kind: 'cut', data: { stepId, corner: where, turns, freeMm } });
    return { turnsSoFar: turnsCut(order.state.cuts, where) + turns };
  },
});
