import { mustHavePhoto } from '../photos/must-have';
import { handle } from './handler';

export const damageRecord = handle('damage.record', {
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    if (data.photoId) await mustHavePhoto(ctx.tx, data.photoId);
    await ctx.append(order.id, { kind: 'damage', data: { damageId: ctx.commandId, ...data } });
    return { damageId: ctx.commandId };
  },
});
