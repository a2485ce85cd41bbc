import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { itemOf, placedName } from '@/core/procedure/engine';
import { byPin } from './by-pin';
import { handle } from './handler';

export const itemLeave = handle('item.leave', {
  before: byPin('leadId'),
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const item = order.document.items.find((candidate) => candidate.id === input.itemId);
    if (!item) throw new Refusal('no-item', 'This job has no such part.', 'itemId');
    const name = placedName(itemOf(order.document, item.id));
    if (!item.waivable) throw new Refusal('never', `${name} may not be left off.`, 'itemId');
    if (!order.run.car.open.has(item.id)) throw new Refusal('not-open', `${name} is not open.`, 'itemId');
    if (!input.secured)
      throw new Refusal('secure', 'Both ends are secured first: a loose end catches and tears.', 'secured');
    const lead = ctx.lead();
    await ctx.append(
      order.id,
      {
        kind: 'left.off',
        data: {
          itemId: item.id,
          place: item.place ?? null,
          leadId: lead.id,
          reason: input.reason,
          customer: { how: input.how, witness: input.witness },
        },
      },
      {
        kind: 'watch',
        data: {
          watchId: randomUUID(),
          text: `${name} is left off`,
          photoId: null,
          byDay: null,
          byDistance: null,
        },
      },
    );
    return {};
  },
});
