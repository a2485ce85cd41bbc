import { readShop } from '../queries/shop';
import { handle } from './handler';

export const cutRecord = handle('cut.record', {
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const { coilStepTurns } = await readShop(ctx.tx);
    return ctx.keep(order, ctx.judge('cut.record', order, input, { coilStepTurns }));
  },
});
