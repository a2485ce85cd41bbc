import { Refusal } from '@/core/refusal';
import { handoffBlockers, mayBeDeferred } from '@/core/ledger/closing';
import { byPin } from './by-pin';
import { handle } from './handler';

export const stageClose = handle('stage.close', {
  before: byPin('leadId'),
  async run(ctx, { orderId, name, pushOnly, left, leadId, reason: why }) {
    const order = await ctx.runningOrder(orderId);
    const holes = handoffBlockers(order.state).filter(
      (hole) => left === null || left.includes(`${hole.code} ${hole.ref}`),
    );
    if (!holes.length) throw new Refusal('nothing', 'Nothing of that is left: hand it over whole.', 'left');
    const never = holes.find((hole) => !mayBeDeferred(hole, order.state, pushOnly));
    if (never)
      throw new Refusal(
        'never',
        `${never.text} ${pushOnly ? 'That is not deferred.' : 'That is not deferred on a car that drives away: do it, or hand it over push only.'}`,
        'pushOnly',
      );
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'stage',
      data: {
        name,
        deferred: holes.map(({ code, ref, text }) => ({ code, ref, text })),
        pushOnly,
        leadId: lead.id,
        reason: why,
      },
    });
    return { deferred: holes.length };
  },
});
