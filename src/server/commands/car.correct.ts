import { askAbout, wheelbaseDoubt } from '@/core/doubts';
import { Refusal } from '@/core/refusal';
import { doubtAboutPlate } from '../known-plate';
import type { Row } from '../tables';
import { handle } from './handler';
import { lengthIn } from './length-in';

/** What a plan is worked out from: another one is planned anew. */
const PLANNED_BY = ['body', 'drive', 'frontSuspension', 'rearSuspension', 'wheelbaseMm'] as const;

export const carCorrect = handle('car.correct', {
  async run(ctx, { vehicleId, reason, confirmed, wheelbase, ...given }) {
    const was = await ctx.tx.row<
      Row<
        'vehicle',
        | 'customer_id'
        | 'label'
        | 'plate'
        | 'body'
        | 'drive'
        | 'front_suspension'
        | 'rear_suspension'
        | 'wheelbase_mm'
        | 'distance_unit'
      >
    >(
      `SELECT customer_id, label, plate, body, drive, front_suspension, rear_suspension, wheelbase_mm, distance_unit
         FROM vehicle WHERE id = ? FOR UPDATE`,
      [vehicleId],
    );
    if (!was) throw new Refusal('no-vehicle', 'There is no such vehicle.', 'vehicleId');
    const plate = given.plate.toUpperCase();
    const wheelbaseMm = lengthIn(wheelbase, 'mm', 'wheelbase');
    askAbout(
      [wheelbaseDoubt(wheelbaseMm, 'wheelbase'), await doubtAboutPlate(ctx.tx, plate, vehicleId, 'plate')],
      confirmed,
    );
    const before = {
      label: was.label,
      plate: was.plate,
      body: was.body,
      drive: was.drive,
      frontSuspension: was.front_suspension,
      rearSuspension: was.rear_suspension,
      wheelbaseMm: was.wheelbase_mm,
      distanceUnit: was.distance_unit,
    };
    const now = { ...given, plate, wheelbaseMm };
    const changed = (Object.keys(before) as (keyof typeof before)[]).filter(
      (key) => before[key] !== now[key],
    );
    if (!changed.length) throw new Refusal('same', 'Nothing is different from what is known.', 'reason');
    await ctx.tx.run(
      `UPDATE vehicle SET label = ?, plate = ?, plate_reversed = ?, body = ?, drive = ?, front_suspension = ?,
         rear_suspension = ?, wheelbase_mm = ?, distance_unit = ? WHERE id = ?`,
      [
        now.label,
        plate,
        [...plate].reverse().join(''),
        now.body,
        now.drive,
        now.frontSuspension,
        now.rearSuspension,
        wheelbaseMm,
        now.distanceUnit,
        vehicleId,
      ],
    );
    const { label: _label, plate: _plate, ...facts } = now;
    await ctx.appendShop('vehicle', vehicleId, { ...facts, corrected: changed, why: reason });
    await ctx.tx.run('DELETE FROM plate_gram WHERE vehicle_id = ?', [vehicleId]);

    const replan = changed.some((key) => PLANNED_BY.some((one) => one === key));
    const orders = await ctx.tx.rows<Row<'work_order', 'id' | 'number'> & Row<'order_now', 'closed'>>(
      `SELECT work_order.id, number, closed FROM work_order JOIN order_now ON order_now.order_id = work_order.id
        WHERE vehicle_id = ? ORDER BY number`,
      [vehicleId],
    );
    const planAgain: number[] = [];
    for (const { id, number, closed } of orders) {
      const { state } = await ctx.order(id);
      const again = replan && !closed && !state.run && state.plans.length > 0;
      if (again) planAgain.push(number);
      if (closed) ctx.touched.set(id, 'all');
      else
        await ctx.append(id, {
          kind: 'car',
          data: {
            vehicleId,
            customerId: was.customer_id,
            words: `${changed.map((key) => WORDS[key]).join(', ')} corrected`,
            replan: again,
          },
          why: reason,
        });
    }
    return { planAgain };
  },
});

const WORDS = {
  label: 'name',
  plate: 'plate',
  body: 'body',
  drive: 'drive',
  frontSuspension: 'front suspension',
  rearSuspension: 'rear suspension',
  wheelbaseMm: 'wheelbase',
  distanceUnit: 'unit of the dial',
} as const;
