import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { lackingOf, lineIsIn } from '@/core/ledger/order-state';
import { mustBeChosen } from '../devices/chosen';
import { askSupplier } from '../devices/supplier';
import { handle } from './handler';

export const supplyOrder = handle('supply.order', {
  async run(ctx, { orderId, lineId }) {
    await mustBeChosen(ctx.tx, 'supplier');
    const order = await ctx.openOrder(orderId);
    const line = order.state.parts.list?.data.lines.find((one) => one.lineId === lineId);
    if (!line) throw new Refusal('no-line', 'No such part is expected for this order.', 'lineId');
    if (lineIsIn(order.state, lineId)) throw new Refusal('no-need', 'All of it is here already.', 'lineId');
    const count = lackingOf(order.state, line);
    const supplyId = randomUUID();
    const answer = askSupplier({ name: line.name, count, day: ctx.receivedAt });
    await ctx.append(order.id, {
      kind: 'supply',
      data: { supplyId, lineId, name: line.name, count, standIn: true, ...answer },
    });
    return { supplyId, ...answer };
  },
});
