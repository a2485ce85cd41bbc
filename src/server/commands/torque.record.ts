import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { compareTorque } from '@/core/calc/torque.compare';
import { convertTorque } from '@/core/calc/torque.convert';
import type { TorqueData } from '@/core/ledger/entries';
import { isJob } from '@/core/ledger/order-state';
import { fastenerOf, judgeTorque, placedName } from '@/core/procedure/engine';
import { shopDay } from '@/core/units/shop-time';
import { followUpFromMoved } from '../follow-up/open';
import { readShop } from '../queries/shop';
import { command } from './command';
import { id } from './fields';

interface TorqueInput {
  orderId: string;
  fastenerId: string;
  wrenchId: string;
  reading: TorqueData['reading'];
  newHardware: boolean;
  moved: boolean;
  movedDeg: number | null;
  nut: TorqueData['nut'];
  /** A reading that looks wrong is taken only when it was looked at and confirmed. */
  confirmed: boolean;
}

interface WrenchRow {
  id: string;
  name: string;
  low_nm: number;
  high_nm: number;
  calibration_due: Date;
}

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
    reading: Joi.alternatives()
      .try(
        Joi.object({ clicked: Joi.valid(true).required() }),
        Joi.object({
          value: Joi.number().greater(0).max(20000).required(),
          unit: Joi.valid('nm', 'lbft', 'lbin', 'kgfm').required(),
        }),
      )
      .required()
      .messages({ 'alternatives.match': 'Say that it clicked, or type the reading as a number' }),
    newHardware: Joi.boolean().default(false),
    moved: Joi.boolean().default(false),
    movedDeg: Joi.number().min(0).max(1080).allow(null).default(null),
    nut: Joi.alternatives(Joi.valid('all'), Joi.number().integer().min(1)).default('all'),
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

    const spec = now.spec!;
    const shop = await readShop(ctx.tx);
    const warnings: string[] = [];
    const outOfRange = spec.nm < wrench.low_nm || spec.nm > wrench.high_nm;
    const pastDue =
      wrench.calibration_due.toISOString().slice(0, 10) < shopDay(ctx.receivedAt, shop.timeZone);
    if (outOfRange) warnings.push(`The value lies outside the range of ${wrench.name}.`);
    if (pastDue) warnings.push(`${wrench.name} is past its calibration date.`);
    if ('value' in input.reading) {
      const reading = convertTorque(input.reading.value, input.reading.unit).nm;
      const { verdict, unitSlip } = compareTorque({ target: spec.nm, reading });
      if (unitSlip) warnings.push(`This looks like a unit slip (${unitSlip.replaceAll('-', ' ')}).`);
      else if (verdict !== 'within') warnings.push(`The reading is ${verdict} against the value.`);
      if (verdict !== 'within' && !input.confirmed) {
        throw new Refusal(
          'confirm',
          `${warnings[warnings.length - 1]} Take it again, or confirm what the wrench said.`,
          'reading',
        );
      }
    }
    const recheck = !isJob(state);
    const pass = recheck
      ? 1
      : Math.min(fastener.passes ?? 1, now.torqued ? (fastener.passes ?? 1) : now.pass + 1);
    await ctx.append(order.id, {
      kind: 'torque',
      data: {
        fastenerId: fastener.id,
        place: fastener.place,
        pass,
        nut: input.nut,
        target: { nm: spec.nm, source: spec.source, interim: now.valueKind === 'interim' },
        wrench: { id: wrench.id, name: wrench.name, pastDue, outOfRange },
        reading: input.reading,
        support: { ...run.car.support },
        newHardware: input.newHardware || fastener.hardware === 'new',
        recheck,
        moved: recheck && input.moved,
        movedDeg: recheck && input.moved ? input.movedDeg : null,
        warnings,
      },
    });
    if (recheck && input.moved) await followUpFromMoved(ctx, order, fastener.place);
    return { pass, passes: fastener.passes ?? 1, warnings, name: placedName(fastener) };
  },
});
