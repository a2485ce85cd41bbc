import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import {
  HEIGHT_METHODS,
  HEIGHT_OCCASIONS,
  type HeightOccasion,
  type HeightsData,
} from '@/core/ledger/entries';
import { baselineOf } from '@/core/ledger/order-state';
import { heightsOf, whyNotComparable } from '@/core/stance/readings';
import { closeByEvidence } from '../follow-up/evidence';
import { command } from './command';
import { id, line, text } from './fields';

const readings = () =>
  Joi.array()
    .items(Joi.string().trim().max(30))
    .min(1)
    .max(3)
    .required()
    .messages({ 'array.min': 'Measure this corner' });

/** A set on one of these occasions is what the come-back for settled heights waited for. */
const SETTLED: readonly HeightOccasion[] = ['settled', 'come-back', 'after alignment'];

/** Records four standing heights as typed, with how they were taken. */
export const heightsRecord = command({
  name: 'heights.record',
  who: ['tech'],
  input: Joi.object<HeightsData & { orderId: string }>({
    orderId: id().required(),
    occasion: Joi.valid(...HEIGHT_OCCASIONS).required(),
    method: Joi.valid(...HEIGHT_METHODS).required(),
    upperPoint: line(60).required(),
    tires: line(60).required(),
    pressureDone: Joi.valid(true)
      .required()
      .messages({ 'any.only': 'Set the tire pressure first, then say so' }),
    floorLevel: Joi.boolean().required(),
    steeringStraight: Joi.boolean().required(),
    load: text(200),
    unit: Joi.valid('in', 'mm').required(),
    readings: Joi.object({ LF: readings(), RF: readings(), LR: readings(), RR: readings() }).required(),
  }),
  async run(ctx, { orderId, ...data }) {
    const order = await ctx.openOrder(orderId);
    const support = order.state.run?.car.support;
    if (support && (support.front !== 'on-wheels' || support.rear !== 'on-wheels')) {
      throw new Refusal('support', 'Standing heights are taken on the wheels: it is in the air.', 'occasion');
    }
    heightsOf(data);
    const baseline = baselineOf(order.state);
    if (data.occasion === 'as came') {
      if (baseline)
        throw new Refusal(
          'have-baseline',
          'It has been measured as it came: correct that set instead.',
          'occasion',
        );
      if (order.state.run)
        throw new Refusal('too-late', 'Work has begun: this is no longer how it came.', 'occasion');
    } else if (baseline) {
      const why = whyNotComparable(baseline.entry.data, data);
      if (why) throw new Refusal('not-comparable', why, 'method');
    }
    const [entry] = await ctx.append(order.id, { kind: 'heights', data });
    if (SETTLED.includes(data.occasion)) await closeByEvidence(ctx, order, 'heights', entry!.id);
    return { entryId: entry!.id };
  },
});
