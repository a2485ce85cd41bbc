import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const causeFound = handle('cause.found', {
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    const set = order.state.heights.find(({ entry }) => entry.id === data.setId);
    if (!set || set.entry.data.occasion === 'as came')
      throw new Refusal(
        'no-set',
        'Those heights are not on this order any more: load the page again.',
        'setId',
      );
    if (!order.state.run)
      throw new Refusal('no-run', 'Nothing has been worked on: there is no cause to be found.', 'setId');
    await ctx.append(order.id, { kind: 'cause.found', data });
    return { cause: data.cause };
  },
});
