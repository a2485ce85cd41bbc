import { Refusal } from '@/core/refusal';
import { revokeLink } from '../links/links';
import { handle } from './handler';

export const linkRevoke = handle('link.revoke', {
  async run(ctx, { orderId }) {
    const order = await ctx.order(orderId);
    const linkId = await revokeLink(ctx.tx, order.id, ctx.receivedAt);
    if (!linkId) throw new Refusal('no-link', 'This order has no page to take away.', 'orderId');
    await ctx.append(order.id, { kind: 'link', data: { linkId, open: false } });
    return {};
  },
});
