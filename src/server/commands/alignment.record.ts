import Joi from 'joi';
import { alignmentReadingsSchema, alignmentSpecSchema, judgeAlignment } from '@/core/calc/alignment.verdict';
import { Refusal } from '@/core/calc/calculator';
import type { AlignmentData } from '@/core/ledger/entries';
import { whyNotYetAligned } from '@/core/ledger/evidence';
import { closeByEvidence } from '../follow-up/evidence';
import { takeSheet } from '../rack/inbox';
import { command } from './command';
import { mustHavePhoto } from './finding.record';
import { id, line, text } from './fields';

type SheetInput = Omit<AlignmentData, 'by' | 'file'> & { orderId: string; rackSheetId: string | null };

/** A set judged against its spec; what it lacks is named as its field is here. */
function judgedAs(set: 'before' | 'after', data: AlignmentData) {
  try {
    return judgeAlignment({ spec: data.spec, readings: data[set] });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    throw new Refusal(error.code, error.message, error.field.replace(/^readings/, set));
  }
}

/**
 * Records an alignment sheet, before and after, with the spec it is held against and where that comes from: typed in,
 * or as the rack's file holds it, whose figures are then taken from the file alone.
 */
export const alignmentRecord = command({
  name: 'alignment.record',
  who: ['tech', 'advisor'],
  input: Joi.object<SheetInput>({
    orderId: id().required(),
    rackSheetId: id().allow(null).default(null),
    rack: line(80).required(),
    operator: line(80).required(),
    specSource: line(200).required().messages({ 'string.empty': 'Say where the spec comes from' }),
    spec: alignmentSpecSchema.required(),
    before: alignmentReadingsSchema.required(),
    after: alignmentReadingsSchema.required(),
    adjustments: text(1000),
    notReached: text(1000),
    casterGoal: Joi.object({
      deg: Joi.number().min(-20).max(20).required(),
      why: line(200).required().messages({ 'string.empty': 'Say whose goal that is' }),
    })
      .allow(null)
      .default(null),
    photoId: id().allow(null).default(null),
    wheelOffDeg: Joi.number()
      .min(-180)
      .max(180)
      .allow(null)
      .default(null)
      .messages({ 'number.base': 'Enter the degrees as a number' }),
  }),
  async run(ctx, { orderId, rackSheetId, ...typed }) {
    const order = await ctx.openOrder(orderId);
    const tooSoon = whyNotYetAligned(order.state);
    if (tooSoon) throw new Refusal('too-soon', tooSoon, 'orderId');
    const dropped = rackSheetId ? await takeSheet(ctx.tx, rackSheetId) : null;
    if (dropped?.sheet && dropped.sheet.order !== null && dropped.sheet.order !== order.number)
      throw new Refusal('other-order', `That sheet is of order ${dropped.sheet.order}.`, 'rackSheetId');
    if (typed.photoId) await mustHavePhoto(ctx.tx, typed.photoId);
    const data: AlignmentData = {
      ...typed,
      by: 'typed',
      ...(dropped?.sheet && {
        by: /\.json$/i.test(dropped.fileName) ? ('json' as const) : ('csv' as const),
        file: { name: dropped.fileName, hash: dropped.fileHash },
        rack: dropped.sheet.rack,
        operator: dropped.sheet.operator,
        before: dropped.sheet.before,
        after: dropped.sheet.after,
      }),
    };
    judgedAs('before', data);
    const judged = judgedAs('after', data);
    const pass = judged.pass && judged.items.length > 0;
    const [entry] = await ctx.append(order.id, { kind: 'alignment', data });
    if (pass) await closeByEvidence(ctx, order, 'alignment', entry!.id);
    return { entryId: entry!.id, pass };
  },
});
