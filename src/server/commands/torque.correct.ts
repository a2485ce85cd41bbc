import { Refusal } from '@/core/refusal';
import { whyNotCorrect } from '../corrections';
import { versionAfterCorrection } from '../documents/corrected';
import { handle } from './handler';
import type { Row } from '../tables';

export const torqueCorrect = handle('torque.correct', {
  seals: true,
  async run(ctx, { orderId, entryId, wrenchId, reading, reason: why }) {
    const order = await ctx.order(orderId);
    const entry = order.state.torques.find((one) => one.id === entryId);
    if (!entry) throw new Refusal('no-entry', 'This order has no such torque.', 'entryId');
    const refused = whyNotCorrect(entry, order.state, ctx.person);
    if (refused) throw refused;
    const wrench = await ctx.tx.row<Row<'wrench', 'id' | 'name' | 'low_nm' | 'high_nm'>>(
      'SELECT id, name, low_nm, high_nm FROM wrench WHERE id = ?',
      [wrenchId],
    );
    if (!wrench) throw new Refusal('no-wrench', 'Choose a wrench the shop has.', 'wrenchId');
    const { nm } = entry.data.target;
    await ctx.append(order.id, {
      kind: 'torque',
      corrects: entry.id,
      why,
      data: {
        ...entry.data,
        reading,
        wrench: {
          ...entry.data.wrench,
          id: wrench.id,
          name: wrench.name,
          outOfRange: nm < wrench.low_nm || nm > wrench.high_nm,
        },
      },
    });
    const version = await versionAfterCorrection(ctx, order, why);
    return { version };
  },
});
