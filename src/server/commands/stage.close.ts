import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { closingHoles, mayBeDeferred } from '@/core/ledger/closing';
import { byPin } from './by-pin';
import { command } from './command';
import { id, line, pin, reason } from './fields';

interface StageInput {
  orderId: string;
  name: string;
  pushOnly: boolean;
  /** What is deferred, as `code ref`; all that is left when it is not said. */
  left: string[] | null;
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
    left: Joi.array()
      .items(Joi.string().max(200))
      .min(1)
      .allow(null)
      .default(null)
      .messages({ 'array.min': 'Choose what is left to the next stage' }),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
  before: byPin('leadId'),
  async run(ctx, { orderId, name, pushOnly, left, leadId, reason: why }) {
    const order = await ctx.runningOrder(orderId);
    const holes = closingHoles(order.state).filter(
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
