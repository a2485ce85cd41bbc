import Joi from 'joi';
import { makeLink } from '../links/links';
import { command } from './command';
import { id } from './fields';

/**
 * Gives the customer's page an address; one it had before stops working. The address itself never passes through
 * here: only its hash does, and nothing of it is kept in the answer.
 */
export const linkMake = command({
  name: 'link.make',
  who: ['advisor'],
  input: Joi.object<{ orderId: string; tokenHash: string }>({
    orderId: id().required(),
    tokenHash: Joi.string()
      .pattern(/^[0-9a-f]{64}$/)
      .required(),
  }),
  async run(ctx, { orderId, tokenHash }) {
    const order = await ctx.order(orderId);
    const linkId = await makeLink(ctx.tx, order.id, tokenHash, ctx.receivedAt);
    await ctx.append(order.id, { kind: 'link', data: { linkId, open: true } });
    return { linkId };
  },
});
