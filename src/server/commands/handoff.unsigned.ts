import Joi from 'joi';
import { followUpsAtHandoff } from '../follow-up/open';
import { sealHandoff } from '../documents/seal';
import { readyToHandOver } from '../handoff-ready';
import { closeClocksOf } from './clock.off';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

/** Hands over without a signature, by the lead's written reason: the customer is away, the key was posted. */
export const handoffUnsigned = command({
  name: 'handoff.unsigned',
  seals: true,
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; leadId: string; pin: string; reason: string }>({
    orderId: id().required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await readyToHandOver(ctx, input.orderId);
    const lead = ctx.lead();
    await ctx.append(order.id, {
      kind: 'override',
      data: { rule: 'unsigned', ref: 'unsigned', leadId: lead.id, reason: input.reason },
    });
    await followUpsAtHandoff(ctx, order);
    const version = await sealHandoff(ctx, order, null);
    await closeClocksOf(ctx, order);
    return { version };
  },
});
