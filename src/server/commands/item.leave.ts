import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { itemOf, placedName } from '@/core/procedure/engine';
import { answerFields } from './answers';
import { byPin } from './by-pin';
import { command } from './command';
import { id, pin, reason } from './fields';

interface LeaveInput {
  orderId: string;
  itemId: string;
  secured: boolean;
  leadId: string;
  pin: string;
  reason: string;
  how: 'in the shop' | 'by phone';
  witness: string | null;
}

/**
 * Closes a part that may be waived as left off: the lead's reason, the customer's yes, both ends secured. It goes on the
 * watch list and the handoff.
 */
export const itemLeave = command({
  name: 'item.leave',
  who: ['tech'],
  input: Joi.object<LeaveInput>({
    orderId: id().required(),
    itemId: Joi.string().max(80).required(),
    secured: Joi.boolean().required(),
    leadId: id().required(),
    pin: pin().required(),
    reason: reason().required(),
    how: answerFields.how,
    witness: answerFields.witness,
  }),
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
          text: `${name} is left off: ${input.reason}`,
          photoId: null,
          byDay: null,
          byDistance: null,
        },
      },
    );
    return {};
  },
});
