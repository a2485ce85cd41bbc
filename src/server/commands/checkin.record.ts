import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { CHANGES, type LongCheckInData } from '@/core/ledger/after-work-book';
import { isClosed } from '@/core/ledger/order-state';
import { command } from './command';
import { id, text } from './fields';

const change = () =>
  Joi.valid(...CHANGES)
    .required()
    .messages({ 'any.only': 'Say how it is', 'any.required': 'Say how it is' });

/** What the owner says after months: ride, noise, fuel, wear, and whether they would do it again. */
export const checkInRecord = command({
  name: 'checkin.record',
  who: ['advisor', 'tech'],
  onLink: true,
  input: Joi.object<LongCheckInData & { orderId: string }>({
    orderId: id().required(),
    ride: change(),
    noise: change(),
    fuel: change(),
    wear: change(),
    again: Joi.valid('yes', 'no', 'not sure').required().messages({
      'any.only': 'Say whether you would do it again',
      'any.required': 'Say whether you would do it again',
    }),
    words: text(500),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.order(orderId);
    if (!isClosed(order.state))
      throw new Refusal('early', 'That is asked months after the handoff.', 'orderId');
    const due = await ctx.tx.rows<{ id: string }>(
      "SELECT id FROM follow_up WHERE order_id = ? AND kind = 'check-in' AND closed_by IS NULL",
      [order.id],
    );
    await ctx.append(
      order.id,
      { kind: 'check-in', data },
      ...due.map((row) => ({
        kind: 'followup.close' as const,
        data: { followUpId: row.id, how: 'evidence' as const, evidence: order.id, reason: null },
      })),
    );
    return {};
  },
});
