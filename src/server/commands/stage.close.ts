import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { closingHoles, mayBeDeferred } from '@/core/ledger/closing';
import { command } from './command';
import { id, line, pin, reason } from './fields';
import { leadByPin } from './lead';

interface StageInput {
  orderId: string;
  name: string;
  pushOnly: boolean;
  leadId: string;
  pin: string;
  reason: string;
}

/** Hands a part over by itself: what it does not hold is deferred by name, and a car not fit to drive is push only. */
export const stageClose = command({
  name: 'stage.close',
  who: ['tech', 'advisor'],
  input: Joi.object<StageInput>({
    orderId: id().required(),
    name: line(80).required().messages({ 'string.empty': 'Name the stage' }),
    pushOnly: Joi.boolean().required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
  async run(ctx, { orderId, name, pushOnly, leadId, pin: typed, reason: why }) {
    const order = await ctx.runningOrder(orderId);
    const holes = closingHoles(order.state);
    const never = holes.find((hole) => !mayBeDeferred(hole, order.state, pushOnly));
    if (never)
      throw new Refusal(
        'never',
        `${never.text} ${pushOnly ? 'That is not deferred.' : 'That is not deferred on a car that drives away: do it, or hand it over push only.'}`,
        'pushOnly',
      );
    const lead = await leadByPin(leadId, typed);
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
