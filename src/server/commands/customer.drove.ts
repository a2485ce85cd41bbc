import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { Odometer } from '@/core/ledger/entries';
import { forbidsDrive } from '@/core/procedure/engine';
import { command } from './command';
import { id, line, odometer } from './fields';

/** The customer drove it before signing: what they said of it, in their words. */
export const customerDrove = command({
  name: 'customer.drove',
  who: ['tech', 'advisor'],
  input: Joi.object<{ orderId: string; words: string; content: boolean; odometer: Odometer | null }>({
    orderId: id().required(),
    words: line(500).required().messages({ 'string.empty': 'Write what they said' }),
    content: Joi.boolean().required().messages({ 'any.required': 'Say whether they are content with it' }),
    odometer: odometer().allow(null).optional().default(null),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.runningOrder(orderId);
    const [refused] = forbidsDrive(order.document, order.run);
    if (refused) throw new Refusal(refused.code, refused.message, 'orderId');
    if (!order.state.roadIn)
      throw new Refusal(
        'road',
        'Nobody of the shop has driven it yet: the road test comes first.',
        'orderId',
      );
    await ctx.append(order.id, { kind: 'customer.drove', data });
    return {};
  },
});
