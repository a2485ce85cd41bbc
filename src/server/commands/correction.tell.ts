import { Refusal } from '@/core/refusal';
import { queueMessage } from '../messages/queue';
import { handle } from './handler';

export const correctionTell = handle('correction.tell', {
  async run(ctx, { orderId, version, words }) {
    const order = await ctx.order(orderId);
    const last = order.state.handoffs[order.state.handoffs.length - 1]?.data;
    if (!last?.correction)
      throw new Refusal('no-correction', 'Nothing was corrected after it was signed.', 'version');
    if (last.version !== version)
      throw new Refusal('changed', 'It was corrected again since: look at the newest version.', 'version');
    const queued = await queueMessage(ctx.tx, {
      onceKey: `corrected ${order.id} ${version}`,
      orderId: order.id,
      stage: 'corrected',
      values: { why: words },
      at: ctx.receivedAt,
    });
    if (!queued) throw new Refusal('told', 'A message about this correction was written before.', 'words');
    return queued;
  },
});
