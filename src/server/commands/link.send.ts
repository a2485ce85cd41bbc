import { sha256 } from '../entries/canonical';
import { linkOfOrder, makeLink, newToken } from '../links/links';
import { queueMessage } from '../messages/queue';
import { handle } from './handler';

export const linkSend = handle('link.send', {
  async run(ctx, { orderId }) {
    const order = await ctx.order(orderId);
    const open = await linkOfOrder(ctx.tx, order.id);
    if (!open?.worksStill) {
      // The address made here is nobody's: the one that works is made as the message leaves.
      const linkId = await makeLink(ctx.tx, order.id, sha256(newToken()), ctx.receivedAt);
      await ctx.append(order.id, { kind: 'link', data: { linkId, open: true } });
    }
    const queued = await queueMessage(ctx.tx, {
      onceKey: `link ${ctx.commandId}`,
      orderId: order.id,
      stage: 'link',
      values: {},
      at: ctx.receivedAt,
    });
    return queued ?? { messageId: null, byHand: false };
  },
});
