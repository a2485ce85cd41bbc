import { judgeAlignment } from '@/core/calc/alignment.verdict';
import { angleDoubts, askAbout } from '@/core/doubts';
import { Refusal } from '@/core/refusal';
import type { AlignmentData } from '@/core/ledger/kinds/handed-over';
import { answeredAt, endsOfSheet } from '@/core/ledger/rack-answers';
import { whyNotYetAligned } from '@/core/ledger/evidence';
import { closeByEvidence } from '../follow-up/evidence';
import { takeSheet } from '../rack/inbox';
import { mustHavePhoto } from '../photos/must-have';
import { handle } from './handler';

/** A set judged against its spec; what it lacks is named as its field is here. */
function judgedAs(set: 'before' | 'after', data: AlignmentData) {
  try {
    return judgeAlignment({ spec: data.spec, readings: data[set] });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    throw new Refusal(error.code, error.message, error.field.replace(/^readings/, set));
  }
}

export const alignmentRecord = handle('alignment.record', {
  async run(ctx, { orderId, rackSheetId, confirmed, adjusters: answers, ...typed }) {
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
    askAbout([...angleDoubts(data.before, 'before'), ...angleDoubts(data.after, 'after')], confirmed);
    judgedAs('before', data);
    const judged = judgedAs('after', data);
    const pass = judged.pass && judged.items.length > 0;
    const { adjusters, work } = answeredAt(order.state, endsOfSheet(data), answers, ctx.commandId);
    const [entry] = await ctx.append(order.id, {
      kind: 'alignment',
      data: { ...data, ...(adjusters.length ? { adjusters } : {}), ...(work ? { moved: work } : {}) },
    });
    if (pass) await closeByEvidence(ctx, order, 'alignment', entry!.id);
    return { entryId: entry!.id, pass };
  },
});
