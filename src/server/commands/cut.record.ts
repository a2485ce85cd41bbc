import { Refusal } from '@/core/refusal';
import { isCoilCut, turnsCut } from '@/core/procedure/coil-cuts';
import { stepOf } from '@/core/procedure/engine';
import { readShop } from '../queries/shop';
import { handle } from './handler';

export const cutRecord = handle('cut.record', {
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
