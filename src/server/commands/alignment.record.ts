import Joi from 'joi';
import { alignmentReadingsSchema, alignmentSpecSchema, judgeAlignment } from '@/core/calc/alignment.verdict';
import type { AlignmentData } from '@/core/ledger/entries';
import { command } from './command';
import { id, line, text } from './fields';

/** Records an alignment sheet, before and after, with the spec it is held against and where that comes from. */
export const alignmentRecord = command({
  name: 'alignment.record',
  who: ['tech', 'advisor'],
  input: Joi.object<AlignmentData & { orderId: string }>({
    orderId: id().required(),
    rack: line(80).required(),
    operator: line(80).required(),
    specSource: line(200).required().messages({ 'string.empty': 'Say where the spec comes from' }),
    spec: alignmentSpecSchema.required(),
    before: alignmentReadingsSchema.required(),
    after: alignmentReadingsSchema.required(),
    adjustments: text(1000),
    notReached: text(1000),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    judgeAlignment({ spec: data.spec, readings: data.before });
    const { pass } = judgeAlignment({ spec: data.spec, readings: data.after });
    const [entry] = await ctx.append(order.id, { kind: 'alignment', data });
    return { entryId: entry!.id, pass };
  },
});
