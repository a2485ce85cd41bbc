import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { revokeLink } from '../links/links';
import { command } from './command';
import { id } from './fields';

/** Takes the customer's page away: its address stops working at once. */
export const linkRevoke = command({
  name: 'link.revoke',
  who: ['advisor'],
  input: Joi.object<{ orderId: string }>({ orderId: id().required() }),
  async run(ctx, { orderId }) {
    const order = await ctx.order(orderId);
    const linkId = await revokeLink(ctx.tx, order.id, ctx.receivedAt);
    if (!linkId) throw new Refusal('no-link', 'This order has no page to take away.', 'orderId');
    await ctx.append(order.id, { kind: 'link', data: { linkId, open: false } });
    return {};
  },
});
