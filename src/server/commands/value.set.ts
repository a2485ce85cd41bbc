import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { convertTorque } from '@/core/calc/torque.convert';
import { placedName } from '@/core/procedure/engine';
import { command } from './command';
import { id, line } from './fields';

interface ValueInput {
  orderId: string;
  fastenerId: string;
  kind: 'entered' | 'interim' | 'missing' | 'waiting';
  value: number | null;
  unit: 'nm' | 'lbft';
  angleDeg: number | null;
  source: string;
}

/**
 * Says what a fastener's value is and where it comes from: from a sheet, as an interim with its basis, or that nobody
 * has one yet. Nothing is prefilled.
 */
export const valueSet = command({
  name: 'value.set',
  who: ['lead'],
  input: Joi.object<ValueInput>({
    orderId: id().required(),
    fastenerId: Joi.string().max(80).required(),
    kind: Joi.valid('entered', 'interim', 'missing', 'waiting').required(),
    value: Joi.when('kind', {
      is: Joi.valid('entered', 'interim'),
      then: Joi.number()
        .greater(0)
        .max(5000)
        .required()
        .messages({ 'number.base': 'Enter the value as a number' }),
      otherwise: Joi.valid(null).default(null),
    }),
    unit: Joi.valid('nm', 'lbft').default('nm'),
    angleDeg: Joi.number().greater(0).max(720).allow(null).default(null),
    source: line(200)
      .required()
      .messages({ 'string.empty': 'Say where this comes from', 'any.required': 'Say where this comes from' }),
  }),
  async run(ctx, input) {
    const order = await ctx.runningOrder(input.orderId);
    const fastener = order.document.fasteners.find((candidate) => candidate.id === input.fastenerId);
    if (!fastener) throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
    if (input.kind === 'interim' && fastener.critical) {
      throw new Refusal(
        'critical',
        `${placedName(fastener)} is ${fastener.critical}: no interim value there.`,
        'kind',
      );
    }
    const nm = input.value === null ? null : convertTorque(input.value, input.unit).nm;
    await ctx.append(order.id, {
      kind: 'value',
      data: {
        fastenerId: fastener.id,
        place: fastener.place,
        kind: input.kind,
        nm,
        angleDeg: input.angleDeg,
        source: input.source,
      },
    });
    return {};
  },
});
