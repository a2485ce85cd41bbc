import type { MoveWrench } from '@/core/moves/torque';
import { fastenerOf } from '@/core/procedure/engine';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import { dayText } from '../day-column';
import { findingWhenMovedTwice } from '../follow-up/moved-twice';
import { followUpForPlace } from '../follow-up/open';
import { readShop } from '../queries/shop';
import { handle } from './handler';
import type { Row } from '../tables';

type WrenchRow = Row<'wrench', 'id' | 'name' | 'low_nm' | 'high_nm' | 'calibration_due' | 'out_reason'>;

async function wrenchOf(tx: Db, wrenchId: string): Promise<MoveWrench | null> {
  const row = await tx.row<WrenchRow>(
    'SELECT id, name, low_nm, high_nm, calibration_due, out_reason FROM wrench WHERE id = ? AND active',
    [wrenchId],
  );
  return (
    row && {
      id: row.id,
      name: row.name,
      lowNm: row.low_nm,
      highNm: row.high_nm,
      calibrationDue: dayText(row.calibration_due),
      outReason: row.out_reason,
    }
  );
}

export const torqueRecord = handle('torque.record', {
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const wrench = await wrenchOf(ctx.tx, input.wrenchId);
    const { timeZone } = await readShop(ctx.tx);
    const made = ctx.judge('torque.record', order, input, { wrench, day: shopDay(ctx.at, timeZone) });
    const answer = await ctx.keep(order, made);
    if (made.entries.some((entry) => entry.kind === 'torque' && entry.data.moved)) {
      const fastener = fastenerOf(order.document, input.fastenerId);
      await followUpForPlace(ctx, order, fastener.place, 'moved');
      await findingWhenMovedTwice(ctx, order, fastener);
    }
    return answer;
  },
});
