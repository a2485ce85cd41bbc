import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { lineIsIn, openHolds } from '@/core/ledger/order-state';
import { mustHavePhoto } from '../photos/must-have';
import { handle } from './handler';

export const partsCheckin = handle('parts.checkin', {
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    const line = order.state.parts.list?.data.lines.find((one) => one.lineId === data.lineId);
    if (!line) throw new Refusal('no-line', 'No such part is expected for this order.', 'lineId');
    if (data.photoId) await mustHavePhoto(ctx.tx, data.photoId);
    await ctx.append(order.id, { kind: 'parts.in', data });
    const { state } = await ctx.order(orderId);
    const held = openHolds(state);
    if (!lineIsIn(state, data.lineId)) {
      if (held.some((hold) => hold.entry.data.lineIds.includes(data.lineId))) return { hold: true };
      const why =
        data.condition === 'damaged'
          ? 'damaged on arrival'
          : data.condition === 'wrong' || !data.right
            ? 'the wrong part or side came'
            : `short, ${data.got} of ${line.count}`;
      await ctx.append(order.id, {
        kind: 'hold',
        data: { holdId: randomUUID(), reason: `${line.name}: ${why}`, lineIds: [data.lineId] },
      });
      return { hold: true };
    }
    for (const { entry } of held) {
      if (entry.data.lineIds.length && entry.data.lineIds.every((lineId) => lineIsIn(state, lineId))) {
        await ctx.append(order.id, {
          kind: 'hold.end',
          data: { holdId: entry.data.holdId, how: 'checked in', leadId: null, reason: null },
        });
      }
    }
    return { hold: false };
  },
});
