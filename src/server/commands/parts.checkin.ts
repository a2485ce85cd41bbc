import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { CheckInData } from '@/core/ledger/job-book';
import { lineIsIn, openHolds } from '@/core/ledger/order-state';
import { loadOrder } from '../entries/order';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id, text } from './fields';

/**
 * Opens a box against its line: count, side, condition. What is short or wrong puts the job on hold; what makes the last
 * held line whole ends the hold.
 */
export const partsCheckin = command({
  name: 'parts.checkin',
  who: ['tech', 'advisor'],
  input: Joi.object<CheckInData & { orderId: string }>({
    orderId: id().required(),
    lineId: Joi.string().max(80).required(),
    got: Joi.number()
      .integer()
      .min(0)
      .max(999)
      .required()
      .messages({ 'number.base': 'Count them', 'any.required': 'Count them' }),
    right: Joi.boolean().required(),
    condition: Joi.valid('good', 'damaged', 'wrong').required(),
    note: text(300),
    photoId: id().allow(null).default(null),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    const line = order.state.parts.list?.data.lines.find((one) => one.lineId === data.lineId);
    if (!line) throw new Refusal('no-line', 'No such part is expected for this order.', 'lineId');
    if (data.photoId) await mustHavePhoto(ctx.tx, data.photoId);
    await ctx.append(order.id, { kind: 'parts.in', data });
    const { state } = (await loadOrder(ctx.tx, orderId))!;
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
