import Joi from 'joi';
import { type TorqueInput, torqueMove } from '@/core/moves/torque';
import { shopDay } from '@/core/units/shop-time';
import { followUpForPlace } from '../follow-up/open';
import { findingWhenMovedTwice } from '../follow-up/moved-twice';
import { readShop } from '../queries/shop';
import { command } from './command';
import { id, torqueReading } from './fields';

interface WrenchRow {
  id: string;
  name: string;
  low_nm: number;
  high_nm: number;
  calibration_due: Date;
  out_reason: string | null;
}

/** Records a torque by wrench: value, source, reading, who, on which support. */
export const torqueRecord = command({
  name: 'torque.record',
  who: ['tech'],
  input: Joi.object<TorqueInput & { orderId: string; wrenchId: string }>({
    orderId: id().required(),
    fastenerId: Joi.string().max(80).required(),
    wrenchId: id().required().messages({
      'string.pattern.base': 'Choose the wrench',
      'string.empty': 'Choose the wrench',
      'any.required': 'Choose the wrench',
    }),
    reading: torqueReading(),
    how: Joi.valid('wrench', 'power tool', 'by feel').default('wrench'),
    by: Joi.valid('hand', 'wrench').default('hand'),
    extension: Joi.object({
      wrenchLength: Joi.number().greater(0).max(3000).required().messages({
        'number.base': 'Enter the wrench’s length, grip to square',
      }),
      extension: Joi.number().min(0).max(2000).required().messages({
        'number.base': 'Enter the extension’s length, square to fastener',
      }),
      angleDeg: Joi.number().min(-180).max(180).default(0),
    })
      .allow(null)
      .default(null),
    angleDeg: Joi.number().greater(0).max(1080).allow(null).default(null),
    newHardware: Joi.boolean().allow(null).default(null),
    moved: Joi.boolean().default(false),
    movedDeg: Joi.number().min(0).max(1080).allow(null).default(null),
    nut: Joi.alternatives(Joi.valid('all', 'next'), Joi.number().integer().min(1)).default('all'),
    confirmed: Joi.boolean().default(false),
  }),
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const row = await ctx.tx.row<WrenchRow>('SELECT * FROM wrench WHERE id = ? AND active', [input.wrenchId]);
    const wrench = row && {
      id: row.id,
      name: row.name,
      lowNm: row.low_nm,
      highNm: row.high_nm,
      calibrationDue: row.calibration_due.toISOString().slice(0, 10),
      outReason: row.out_reason,
    };
    const { timeZone } = await readShop(ctx.tx);
    const { entry, fastener, answer, moved } = torqueMove(
      order,
      input,
      wrench,
      shopDay(ctx.receivedAt, timeZone),
    );
    await ctx.append(order.id, entry);
    if (moved) {
      await followUpForPlace(ctx, order, fastener.place, 'moved');
      await findingWhenMovedTwice(ctx, order, fastener);
    }
    return answer;
  },
});
