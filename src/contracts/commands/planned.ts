import Joi from 'joi';
import { anyNumber } from '@/core/calc/fields';
import { KNOWN, type MeasureSheet } from '@/core/planner/measures';
import { PART_KIND_IDS } from '@/core/planner/part-kinds';
import { type Accessory, PART_SOURCES, type PlanPart } from '@/core/planner/plan-part';
import { day, id, line, reason, text, pin, oneOf, moment } from '../fields';
import { answerFields, answerFieldsOnLink } from '../answer-fields';
import type { QuoteLine, QuoteAnswerData, CheckInData } from '@/core/ledger/kinds/planned';
import { type Defaulted, area, contract } from '../command';

const part = Joi.object<PlanPart>({
  id: Joi.string().max(80).required(),
  kind: oneOf(...PART_KIND_IDS).required(),
  end: oneOf('front', 'rear', 'both').required(),
  name: line(120).required().messages({ 'string.empty': 'Name the part, so that the record can say it' }),
  set: Joi.object().pattern(Joi.string().max(30), anyNumber()).required(),
  cost: Joi.number().integer().min(0).max(99_999_999).required(),
  minutes: Joi.number().min(0).max(20_000).required(),
  rated: Joi.object({ least: anyNumber().required(), most: anyNumber().required() })
    .allow(null)
    .default(null),
  source: oneOf(...PART_SOURCES).default('new'),
  catalogId: Joi.string().max(80).allow(null).default(null),
  kit: Joi.string().max(120).allow(null).default(null),
  claimed: anyNumber().allow(null).default(null),
  replaces: Joi.string().max(200).allow(null).default(null),
});

const accessory = Joi.object<Accessory>({
  id: Joi.string().max(80).required(),
  name: line(120).required(),
  kg: anyNumber().min(-5000).max(20_000).required(),
  x: anyNumber().required(),
  y: anyNumber().required(),
  later: Joi.boolean().default(false),
});

const cents = () => Joi.number().integer().min(0).max(99_999_999);

export const planned = area('Planned, quoted, ordered', {
  /** Freezes a version of the plan: the parts, what they do to this car by the core's own figures, and what is unanswered. */
  'plan.propose': contract<
    {
      orderId: string;
      parts: PlanPart[];
      accessories?: Accessory[];
      sheet?: MeasureSheet;
      note?: string;
      /** The lead's written yes to stacked lift parts. */
      stackedReason?: string | null;
    },
    { version: number; musts: number }
  >({
    title: 'Record a plan',
    who: ['tech', 'lead'],
    fields: {
      orderId: id().required(),
      parts: Joi.array()
        .items(part)
        .min(1)
        .max(60)
        .unique('id')
        .required()
        .messages({ 'array.min': 'Plan a part for one axle at least' }),
      accessories: Joi.array().items(accessory).max(40).default([]),
      sheet: Joi.object()
        .pattern(
          Joi.string().max(40),
          Joi.object({
            value: anyNumber().required(),
            known: oneOf(...KNOWN).required(),
            cars: Joi.number().integer().min(1),
          }),
        )
        .default({}),
      note: text(500),
      stackedReason: reason().allow(null, '').empty('').default(null),
    },
  }),
  /** The customer's yes or no to the plan as it stands now. */
  'plan.answer': contract<{
    orderId: string;
    version: number;
    yes: boolean;
    how: 'in the shop' | 'by phone';
    witness: string | null;
  }>({
    title: 'Record the answer to a plan',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      version: Joi.number().integer().required(),
      ...answerFields,
    },
  }),
  /** Writes a version of the quote: lines, hours with the range the shop's past supports, deposit, promise, what is unknown. */
  'quote.make': contract<
    {
      orderId: string;
      lines: QuoteLine[];
      depositCents?: number;
      promisedFor?: string | null;
      confirmed?: boolean;
      unknown?: string;
    },
    { version: number }
  >({
    title: 'Write a quote',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      lines: Joi.array()
        .items(
          Joi.object({
            text: line(200).required(),
            cents: cents().required().messages({ 'number.base': 'Enter the price' }),
            minutes: Joi.number()
              .min(0)
              .max(50_000)
              .required()
              .messages({ 'number.base': 'Enter the minutes' }),
          }),
        )
        .min(1)
        .max(100)
        .required()
        .messages({ 'array.min': 'A quote has a line at least' }),
      depositCents: cents().default(0),
      promisedFor: moment().allow(null).default(null),
      confirmed: Joi.boolean().default(false),
      unknown: text(500),
    },
  }),
  /** One yes or no to the plan and its quote together, as they stand on one page: it speaks of both versions. */
  'proposal.answer': contract<QuoteAnswerData & { orderId: string; planVersion: number }>({
    title: 'Record the answer to plan and quote',
    who: ['advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      version: Joi.number().integer().required(),
      planVersion: Joi.number().integer().required(),
      ...answerFieldsOnLink,
    },
  }),
  /** The customer's yes or no to the last version of the quote. */
  'quote.answer': contract<QuoteAnswerData & { orderId: string }>({
    title: 'Record the answer to a quote',
    who: ['advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      version: Joi.number().integer().required(),
      ...answerFieldsOnLink,
    },
  }),
  /**
   * Opens a box against its line: count, side, condition. What is short or wrong puts the job on hold; what makes the last
   * held line whole ends the hold.
   */
  'parts.checkin': contract<
    Defaulted<CheckInData & { orderId: string }, 'note' | 'photoId'>,
    { hold: boolean }
  >({
    title: 'Check parts in',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      lineId: Joi.string().max(80).required(),
      got: Joi.number()
        .integer()
        .min(0)
        .max(999)
        .required()
        .messages({ 'number.base': 'Count them', 'any.required': 'Count them' }),
      right: Joi.boolean().required(),
      condition: oneOf('good', 'damaged', 'wrong').required(),
      note: text(300),
      photoId: id().allow(null).default(null),
    },
  }),
  /** Orders what a line lacks from the supplier (a stand-in) and keeps its answer. */
  'supply.order': contract<
    {
      orderId: string;
      lineId: string;
    },
    { promisedOn: string | null; answer: string; supplyId: string }
  >({
    title: 'Order parts',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      lineId: Joi.string().max(80).required(),
    },
  }),
  /** Says that lines of the order list are ordered: from whom, and for which day where one was named. */
  'supply.told': contract<{ orderId: string; lineIds: string[]; from: string; promisedOn: string | null }>({
    title: 'Write down what is ordered',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      lineIds: Joi.array()
        .items(Joi.string().max(80))
        .min(1)
        .max(100)
        .unique()
        .required()
        .messages({ 'array.min': 'Tick what is ordered' }),
      from: line(80).required().messages({ 'string.empty': 'Say from whom it is ordered' }),
      promisedOn: day().allow(null, '').empty('').default(null),
    },
  }),
  /** The lead ends a hold for parts that only a later phase needs, with a reason and the lead's own PIN. */
  'hold.end': contract<{
    orderId: string;
    holdId: string;
    leadId: string;
    pin: string;
    reason: string;
  }>({
    title: 'End a hold',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      holdId: id().required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** Books an alignment on a rack, ours or a partner's; the same booking again moves it or gives it up. */
  'booking.set': contract<
    {
      orderId: string;
      bookingId?: string | null;
      rack: string;
      own?: boolean;
      /** The shop's own time, `YYYY-MM-DDTHH:MM`. */
      startsAt: string;
      minutes?: number;
      note?: string;
      kept?: boolean;
    },
    { bookingId: string }
  >({
    title: 'Book the rack',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      bookingId: id().allow(null).default(null),
      rack: line(80).required().messages({ 'string.empty': 'Say whose rack' }),
      own: Joi.boolean().default(false),
      startsAt: Joi.string()
        .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/)
        .required()
        .messages({
          'string.pattern.base': 'Enter a day and a time',
          'string.empty': 'Enter a day and a time',
        }),
      minutes: Joi.number()
        .integer()
        .min(10)
        .max(600)
        .default(60)
        .messages({ 'number.base': 'Enter the minutes as a number' }),
      note: text(200),
      kept: Joi.boolean().default(true),
    },
  }),
});
