import Joi from 'joi';
import { lowersOrDrives, opensOrLoosens } from '@/core/ledger/hands';
import { stepDoneMove } from '@/core/moves/step-done';
import { stepOf } from '@/core/procedure/engine';
import { refuseAgainstOthers } from '../other-orders';
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
    const entries = stepDoneMove(order, { stepId, measured, note }, ctx.mover);
    const step = stepOf(order.document, stepId)!;
    if (lowersOrDrives(order.run, step))
      await refuseAgainstOthers(ctx.tx, order, step.drive ? 'drive' : 'lower', 'stepId');
    else if (step.sets || opensOrLoosens(step)) await refuseAgainstOthers(ctx.tx, order, 'other', 'stepId');
    const [entry] = await ctx.append(order.id, ...entries);
    return { entryId: entry!.id };
  },
});
