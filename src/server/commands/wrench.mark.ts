import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { calendarDay } from '@/core/calc/fields';
import { command } from './command';
import { id, line } from './fields';

interface MarkInput {
  wrenchId: string;
  out: string | null;
  calibrationDue: string | null;
}

/** A wrench used as a lever or dropped is out with a reason; checked, it comes back with its new date. */
export const wrenchMark = command({
  name: 'wrench.mark',
  who: ['tech', 'lead'],
  input: Joi.object<MarkInput>({
    wrenchId: id().required(),
    out: line(200).allow(null, '').empty('').default(null),
    calibrationDue: calendarDay().allow(null).default(null),
  }),
  async run(ctx, { wrenchId, out, calibrationDue }) {
    if (!out && !calibrationDue)
      throw new Refusal('say', 'Say why it is out, or until when it is calibrated again.', 'out');
    const known = await ctx.tx.row('SELECT id FROM wrench WHERE id = ? AND active', [wrenchId]);
    if (!known) throw new Refusal('no-wrench', 'The shop has no such wrench.', 'wrenchId');
    await ctx.tx.run(
      'UPDATE wrench SET out_reason = ?, calibration_due = COALESCE(?, calibration_due) WHERE id = ?',
      [out, calibrationDue, wrenchId],
    );
    await ctx.appendShop('wrench', wrenchId, { out, calibrationDue });
    return {};
  },
});
