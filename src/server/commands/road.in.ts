import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { RUB_TIMES, type RoadNoise, type RoadRub } from '@/core/ledger/after-work-book';
import type { Odometer, RoadCheck } from '@/core/ledger/entries';
import { onTheRoad } from '@/core/ledger/order-state';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { bothOnWheels } from '@/core/procedure/car';
import { command } from './command';
import { corner, id, line, odometer, text } from './fields';

/** A dial further off than this was misread, or is broken. */
const MOST_DIAL_ERROR = 0.25;

const speed = () =>
  Joi.number().min(20).max(200).required().messages({
    'number.base': 'Enter both speeds',
    'any.required': 'Enter both speeds',
    'number.min': 'Read it at 20 or more',
  });

/** Brings the car back from its road test: the dial, and each check as it was found. */
export const roadIn = command({
  name: 'road.in',
  who: ['tech'],
  input: Joi.object<{
    orderId: string;
    odometer: Odometer;
    checks: RoadCheck[];
    note: string;
    noises: RoadNoise[];
    rubs: RoadRub[];
    dial: { shown: number; truth: number } | null;
  }>({
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
    noises: Joi.array()
      .items(
        Joi.object({
          place: line(80).required().messages({ 'string.empty': 'Say where it comes from' }),
          speed: line(60).required().messages({ 'string.empty': 'Say at what speed' }),
          words: line(200).required().messages({ 'string.empty': 'Say what it sounds like' }),
        }),
      )
      .max(12)
      .default([]),
    rubs: Joi.array()
      .items(
        Joi.object({
          corner: corner().required(),
          when: Joi.valid(...RUB_TIMES).required(),
          gapMm: Joi.number().min(0).max(300).required().messages({
            'number.base': 'Measure the gap, mm; 0 where it touches',
            'any.required': 'Measure the gap, mm; 0 where it touches',
          }),
        }),
      )
      .max(20)
      .default([]),
    dial: Joi.object({ shown: speed(), truth: speed() }).allow(null).default(null),
  }),
  async run(ctx, { orderId, odometer: read, checks, note, noises, rubs, dial }) {
    const order = await ctx.runningOrder(orderId);
    const out = order.state.roadOut;
    if (!out || !onTheRoad(order.state))
      throw new Refusal('not-out', 'It has not been taken out: enter the odometer out first.', 'orderId');
    if (!bothOnWheels(order.run.car.support))
      throw new Refusal(
        'support',
        'It stands in the air by this record: a car does not come back from the road like that. Put the record right first.',
        'orderId',
      );
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
    if (dial && Math.abs(dial.truth / dial.shown - 1) > MOST_DIAL_ERROR)
      throw new Refusal(
        'dial',
        'The two speeds are more than a quarter apart: read them again.',
        'dial.shown',
      );
    const touching = rubs.findIndex((rub) => rub.gapMm === 0);
    if (touching >= 0 && !checks.some((check) => check.result === 'fault'))
      throw new Refusal(
        'rub',
        'A tire that touches is a fault: say so at the check it rubbed in.',
        `rubs[${touching}].gapMm`,
      );
    const step = order.document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive)!;
    await ctx.append(
      order.id,
      { kind: 'road.in', data: { odometer: read, checks, note, noises, rubs, dial } },
      ...(order.run.done.has(step.id)
        ? []
        : [{ kind: 'step.done' as const, data: { stepId: step.id, measured: null, note: null } }]),
    );
    return { faults: checks.filter((check) => check.result === 'fault').length };
  },
});
