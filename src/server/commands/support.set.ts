import { refuseAgainstOthers } from '../other-orders';
import { handle } from './handler';

export const supportSet = handle('support.set', {
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    const made = ctx.judge('support.set', order, input);
    await refuseAgainstOthers(ctx.tx, order, input.to === 'on-wheels' ? 'lower' : 'other', 'to');
    return ctx.keep(order, made);
  },
});
