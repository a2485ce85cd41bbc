import type { HeightOccasion } from '@/core/ledger/kinds/arrival';
import { closeByEvidence } from '../follow-up/evidence';
import { handle } from './handler';

/** A set on one of these occasions is what the come-back for settled heights waited for. */
const SETTLED: readonly HeightOccasion[] = ['settled', 'come-back', 'after alignment'];

export const heightsRecord = handle('heights.record', {
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    const answer = await ctx.keep(order, ctx.judge('heights.record', order, input));
    if (SETTLED.includes(input.occasion)) await closeByEvidence(ctx, order, 'heights', answer.entryId);
    return answer;
  },
});
