import { makeLink } from '../links/links';
import { handle } from './handler';

export const linkMake = handle('link.make', {
  async run(ctx, { orderId, tokenHash }) {
    const order = await ctx.order(orderId);
    const linkId = await makeLink(ctx.tx, order.id, tokenHash, ctx.receivedAt);
    await ctx.append(order.id, { kind: 'link', data: { linkId, open: true } });
    return { linkId };
  },
});
