import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { Odometer, RoadCheck } from '@/core/ledger/entries';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { command } from './command';
import { id, odometer, text } from './fields';

/** Brings the car back from its road test: the dial, and each check as it was found. */
export const roadIn = command({
  name: 'road.in',
  who: ['tech'],
  input: Joi.object<{ orderId: string; odometer: Odometer; checks: RoadCheck[]; note: string }>({
    orderId: id().required(),
    odometer: odometer(),
    checks: Joi.array()
      .items(
        Joi.object({
          id: Joi.valid(...ROAD_CHECKS.map((check) => check.id)).required(),
          result: Joi.valid('good', 'fault', 'not tried')
            .required()
            .messages({ 'any.only': 'Say how this was' }),
          note: text(300),
        }),
      )
      .unique('id')
      .length(ROAD_CHECKS.length)
      .required()
      .messages({ 'array.length': 'Answer every check' }),
    note: text(1000),
  }),
  async run(ctx, { orderId, odometer: read, checks, note }) {
    const order = await ctx.runningOrder(orderId);
    const out = order.state.roadOut;
    if (!out)
      throw new Refusal('not-out', 'It has not been taken out: enter the odometer out first.', 'orderId');
    const before = out.data.odometer;
    if ('value' in before && 'value' in read && before.unit === read.unit && read.value < before.value) {
      throw new Refusal(
        'backwards',
        `It read ${before.value} going out: it cannot come back with less.`,
        'odometer.value',
      );
    }
    checks.forEach((check, index) => {
      if (check.result === 'fault' && !check.note) {
        throw new Refusal('note', 'Say what was wrong.', `checks[${index}].note`);
      }
    });
    const step = order.document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive)!;
    await ctx.append(
      order.id,
      { kind: 'road.in', data: { odometer: read, checks, note } },
      ...(order.run.done.has(step.id)
        ? []
        : [{ kind: 'step.done' as const, data: { stepId: step.id, measured: null, note: null } }]),
    );
    return { faults: checks.filter((check) => check.result === 'fault').length };
  },
});
