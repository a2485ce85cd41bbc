import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { compareTorque } from '@/core/calc/torque.compare';
import { convertTorque } from '@/core/calc/torque.convert';
import { torqueExtensionSetting } from '@/core/calc/torque.extension';
import type { TorqueData } from '@/core/ledger/entries';
import { isRecheck } from '@/core/ledger/order-state';
import { fastenerOf, judgeTorque, placedName } from '@/core/procedure/engine';
import { nextNut } from '@/core/procedure/nuts';
import { twinDoubts } from '@/core/procedure/torque-doubts';
import { shopDay } from '@/core/units/shop-time';
import { followUpForPlace } from '../follow-up/open';
import { findingWhenMovedTwice } from '../follow-up/moved-twice';
import { readShop } from '../queries/shop';
import { command } from './command';
import { id, torqueReading } from './fields';

interface TorqueInput {
  orderId: string;
  fastenerId: string;
  wrenchId: string;
  reading: TorqueData['reading'];
  /** Only a torque wrench makes a torque entry; the others run a fastener down. */
  how: 'wrench' | 'power tool' | 'by feel';
  by: 'hand' | 'wrench';
  extension: { wrenchLength: number; extension: number; angleDeg: number } | null;
  angleDeg: number | null;
  newHardware: boolean | null;
  moved: boolean;
  movedDeg: number | null;
  nut: TorqueData['nut'] | 'next';
  /** A reading that looks wrong is taken only when it was looked at and confirmed. */
  confirmed: boolean;
}

interface WrenchRow {
  id: string;
  name: string;
  low_nm: number;
  high_nm: number;
  calibration_due: Date;
  out_reason: string | null;
}

/** Degrees by which a turned angle may miss before it is asked about. */
const ANGLE_TOLERANCE = 5;

/** Records a torque by wrench: value, source, reading, who, on which support. */
export const torqueRecord = command({
  name: 'torque.record',
  who: ['tech'],
  input: Joi.object<TorqueInput>({
    orderId: id().required(),
    fastenerId: Joi.string().max(80).required(),
    wrenchId: id().required().messages({
      'string.guid': 'Choose the wrench',
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
    const { document, run, state } = order;
    if (!document.fasteners.some((candidate) => candidate.id === input.fastenerId)) {
      throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
    }
    const fastener = fastenerOf(document, input.fastenerId);
    const now = run.fasteners.get(fastener.id)!;
    const [refused] = judgeTorque(document, run, fastener.id);
    if (refused) throw new Refusal(refused.code, refused.message, 'fastenerId');
    const wrench = await ctx.tx.row<WrenchRow>('SELECT * FROM wrench WHERE id = ? AND active', [
      input.wrenchId,
    ]);
    if (!wrench) throw new Refusal('no-wrench', 'Choose a wrench the shop has.', 'wrenchId');
    if (wrench.out_reason)
      throw new Refusal(
        'wrench-out',
        `${wrench.name} is out until it has been checked: ${wrench.out_reason}. Take another.`,
        'wrenchId',
      );
    if (input.how !== 'wrench')
      throw new Refusal(
        'no-torque',
        `${input.how === 'by feel' ? 'By feel' : 'A power tool'} runs it down, a wrench torques it: nothing is recorded.`,
        'how',
      );
    if (fastener.hardware === 'new' && input.newHardware === false)
      throw new Refusal(
        'reused',
        `${placedName(fastener)} goes on new, never reused: fit new hardware first.`,
        'newHardware',
      );

    const spec = now.spec!;
    const shop = await readShop(ctx.tx);
    const recheck = isRecheck(state);
    const passes = recheck ? 1 : (fastener.passes ?? 1);
    const nut =
      input.nut === 'next' ? (fastener.count > 1 ? nextNut(now.nuts, fastener.pattern) : 'all') : input.nut;
    if (nut !== 'all' && nut > fastener.count)
      throw new Refusal('no-nut', `It has ${fastener.count} nuts.`, 'nut');
    const angleDue = !recheck && spec.angleDeg !== undefined && now.pass >= passes && !now.torqued;
    if (angleDue && input.angleDeg === null)
      throw new Refusal('angle', `Now turn it ${spec.angleDeg}°, and record the angle.`, 'angleDeg');
    if (!angleDue && input.angleDeg !== null)
      throw new Refusal('angle-early', 'The angle comes after the last pass of torque.', 'angleDeg');

    const warnings: string[] = [];
    const extension = input.extension && {
      ...input.extension,
      settingNm: torqueExtensionSetting({ target: spec.nm, ...input.extension }),
    };
    const setting = extension?.settingNm ?? spec.nm;
    const outOfRange = setting < wrench.low_nm || setting > wrench.high_nm;
    const pastDue =
      wrench.calibration_due.toISOString().slice(0, 10) < shopDay(ctx.receivedAt, shop.timeZone);
    if (outOfRange) warnings.push(`The value lies outside the range of ${wrench.name}.`);
    if (pastDue) warnings.push(`${wrench.name} is past its calibration date.`);
    warnings.push(...twinDoubts(document, run, state.torques, fastener, input.reading));
    const doubts: string[] = [];
    if (angleDue && Math.abs(input.angleDeg! - spec.angleDeg!) > ANGLE_TOLERANCE)
      doubts.push(`It was turned ${input.angleDeg}°, and ${spec.angleDeg}° is asked.`);
    if ('value' in input.reading && !angleDue) {
      const reading = convertTorque(input.reading.value, input.reading.unit).nm;
      const { verdict, unitSlip } = compareTorque({ target: setting, reading });
      if (unitSlip) doubts.push(`This looks like a unit slip (${unitSlip.replaceAll('-', ' ')}).`);
      else if (verdict !== 'within') doubts.push(`The reading is ${verdict} against the value.`);
    }
    if (doubts.length && !input.confirmed)
      throw new Refusal(
        'confirm',
        `${doubts.join(' ')} Take it again, or confirm what the wrench said.`,
        angleDue ? 'angleDeg' : 'reading',
      );
    warnings.push(...doubts);
    const had = nut === 'all' ? now.pass : now.nuts[nut - 1]!;
    const pass = recheck ? 1 : Math.min(passes, now.torqued || angleDue ? passes : had + 1);
    await ctx.append(order.id, {
      kind: 'torque',
      data: {
        fastenerId: fastener.id,
        place: fastener.place,
        pass,
        nut,
        target: {
          nm: spec.nm,
          source: spec.source,
          interim: now.valueKind === 'interim',
          ...(spec.angleDeg === undefined ? {} : { angleDeg: spec.angleDeg }),
        },
        wrench: { id: wrench.id, name: wrench.name, pastDue, outOfRange },
        by: input.by,
        extension,
        angleDeg: angleDue ? input.angleDeg : null,
        reading: input.reading,
        support: { ...run.car.support },
        newHardware: input.newHardware ?? fastener.hardware === 'new',
        recheck,
        moved: recheck && input.moved,
        movedDeg: recheck && input.moved ? input.movedDeg : null,
        warnings,
      },
    });
    if (recheck && input.moved) {
      await followUpForPlace(ctx, order, fastener.place, 'moved');
      await findingWhenMovedTwice(ctx, order, fastener);
    }
    return { pass, passes, nut, warnings, name: placedName(fastener) };
  },
});
