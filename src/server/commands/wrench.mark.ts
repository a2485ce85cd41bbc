import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const wrenchMark = handle('wrench.mark', {
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
