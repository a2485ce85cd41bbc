import { comparedFigures } from '@/core/planner/as-measured';
import { measuresOf } from '@/core/planner/measures';
import type { Row } from '../tables';
import { handle } from './handler';

export const compareRecord = handle('compare.record', {
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    const made = ctx.judge('compare.record', order, input);
    const answer = await ctx.keep(order, made);
    const [compared] = made.entries;
    // Once the work has begun the plan is frozen, and the old part is no longer the car’s.
    if (order.state.run || compared?.kind !== 'compared') return answer;
    const vehicle = await ctx.tx.row<Row<'vehicle', 'front_suspension' | 'rear_suspension'>>(
      'SELECT front_suspension, rear_suspension FROM vehicle WHERE id = ?',
      [order.vehicleId],
    );
    const defs = measuresOf({
      front: vehicle!.front_suspension as never,
      rear: vehicle!.rear_suspension as never,
    });
    const figures = comparedFigures(compared.data, defs);
    if (figures.length)
      await ctx.append(order.id, ...figures.map((data) => ({ kind: 'measure' as const, data })));
    return answer;
  },
});
