import { planAnswered } from '../answers-asked';
import { handle } from './handler';

export const planAnswerCommand = handle('plan.answer', {
  async run(ctx, { orderId, ...answer }) {
    const order = await ctx.openOrder(orderId);
    await ctx.append(order.id, ...(await planAnswered(ctx, order, answer)));
    return {};
  },
});
