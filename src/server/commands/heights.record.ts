import Joi from 'joi';
import {
  HEIGHT_METHODS,
  HEIGHT_OCCASIONS,
  type HeightOccasion,
  type HeightsData,
} from '@/core/ledger/entries';
import { heightsMove } from '@/core/moves/heights';
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
    const [entry] = await ctx.append(order.id, ...heightsMove(order.state, data));
    if (SETTLED.includes(data.occasion)) await closeByEvidence(ctx, order, 'heights', entry!.id);
    return { entryId: entry!.id };
  },
});
