import { lowersOrDrives, opensOrLoosens } from '@/core/ledger/device-conflicts';
import { stepOf } from '@/core/procedure/engine';
import { refuseAgainstOthers } from '../other-orders';
import { handle } from './handler';

export const stepDone = handle('step.done', {
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const made = ctx.judge('step.done', order, input);
    const step = stepOf(order.document, input.stepId)!;
    if (lowersOrDrives(order.run, step))
      await refuseAgainstOthers(ctx.tx, order, step.drive ? 'drive' : 'lower', 'stepId');
    else if (step.sets || opensOrLoosens(step)) await refuseAgainstOthers(ctx.tx, order, 'other', 'stepId');
    return ctx.keep(order, made);
  },
});
