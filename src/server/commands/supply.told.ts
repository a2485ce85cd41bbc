import { Refusal } from '@/core/refusal';
import { lineIsIn, lackingOf } from '@/core/ledger/order-state';
import { handle } from './handler';

export const supplyTold = handle('supply.told', {
  async run(ctx, { orderId, lineIds, from, promisedOn }) {
    const order = await ctx.openOrder(orderId);
    const supplies = lineIds.map((lineId) => {
      const line = order.state.parts.list?.data.lines.find((one) => one.lineId === lineId);
      if (!line) throw new Refusal('no-line', 'No such part is expected for this order.', 'lineIds');
      if (lineIsIn(order.state, lineId))
        throw new Refusal('no-need', `All of ${line.name} is here already.`, 'lineIds');
      return {
        kind: 'supply' as const,
        data: {
          supplyId: ctx.freshId(),
          lineId,
          name: line.name,
          count: lackingOf(order.state, line),
          standIn: false,
          promisedOn,
          answer: `Ordered from ${from}${promisedOn ? '' : ', no day named yet'}.`,
        },
      };
    });
    await ctx.append(order.id, ...supplies);
    return {};
  },
});
