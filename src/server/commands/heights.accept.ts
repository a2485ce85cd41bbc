import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { byPin } from './by-pin';
import { command } from './command';
import { id, line, pin, reason } from './fields';

interface AcceptInput {
  orderId: string;
  setId: string;
  planned: string;
  got: string;
  leadId: string;
  pin: string;
  reason: string;
}

/** The lead accepts heights that are not as planned: planned, got, why that is safe, and whose yes it is. */
export const heightsAccept = command({
  name: 'heights.accept',
  who: ['tech', 'advisor'],
  input: Joi.object<AcceptInput>({
    orderId: id().required(),
    setId: Joi.string().max(48).required(),
    planned: line(200).required(),
    got: line(200).required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
  }),
  before: byPin('leadId'),
  async run(ctx, { orderId, pin: typed, ...input }) {
    const order = await ctx.openOrder(orderId);
    if (!order.state.heights.some((set) => set.entry.id === input.setId))
      throw new Refusal('no-set', 'These heights are not on this order.', 'setId');
    const lead = ctx.lead();
    await ctx.append(order.id, { kind: 'heights.accepted', data: { ...input, leadId: lead.id } });
    return {};
  },
});
