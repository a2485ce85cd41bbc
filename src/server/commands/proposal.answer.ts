import { Refusal } from '@/core/refusal';
import { planAnswered, quoteAsked } from '../answers-asked';
import { handle } from './handler';

export const proposalAnswer = handle('proposal.answer', {
  async run(ctx, { orderId, planVersion, ...data }) {
    const order = await ctx.openOrder(orderId);
    const quote = await quoteAsked(ctx, order, data);
    const agreed = await planAnswered(ctx, order, { ...data, version: planVersion }, 'planVersion');
    if (quote.planVersion !== planVersion)
      throw new Refusal(
        'other-plan',
        'This quote was written for another plan: write it anew, and ask then.',
        'version',
      );
    await ctx.append(order.id, ...agreed, { kind: 'quote.answer', data });
    return {};
  },
});
