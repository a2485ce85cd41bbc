import { lowersOrDrives, opensOrLoosens } from '@/core/ledger/device-conflicts';
import { Refusal } from '@/core/refusal';
import { stepOf } from '@/core/procedure/engine';
import type { Db } from '../database';
import { whoMayAlone } from '../queries/skills';
import { refuseAgainstOthers } from '../other-orders';
import { handle } from './handler';

/** @throws Refusal where somebody is named who never worked here */
async function refuseStrangers(tx: Db, beside: readonly string[]): Promise<void> {
  for (const id of beside)
    if (!(await tx.row('SELECT id FROM person WHERE id = ?', [id])))
      throw new Refusal('no-person', 'Nobody of the crew.', 'beside');
}

export const stepDone = handle('step.done', {
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    await refuseStrangers(ctx.tx, input.beside ?? []);
    // What waited was judged by its tablet, of who may as it knew them then; it is done by now.
    const alone = ctx.queued ? undefined : await whoMayAlone(ctx.tx, ctx.receivedAt);
    const made = ctx.judge('step.done', order, input, { alone });
    const step = stepOf(order.document, input.stepId)!;
    if (lowersOrDrives(order.run, step))
      await refuseAgainstOthers(ctx.tx, order, step.drive ? 'drive' : 'lower', 'stepId');
    else if (step.sets || opensOrLoosens(step)) await refuseAgainstOthers(ctx.tx, order, 'other', 'stepId');
    return ctx.keep(order, made);
  },
});
