import Joi from 'joi';
import {
  HEIGHT_METHODS,
  type IntakeData,
  type OrderKind,
  HEIGHT_OCCASIONS,
  type HeightsData,
  type MeasureData,
  type FindingData,
  GRADES,
  INSPECTION_AREAS,
  type OfferAnswerData,
  type OfferBackData,
  PROMISE_COSTS,
  TOLD_WAYS,
} from '@/core/ledger/kinds/arrival';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { PHASES, type Phase } from '@/core/procedure/types';
import { day, id, line, odometer, text, oneOf, moment, reason, targets } from '../fields';
import { VEHICLE_FACTS, type VehicleFacts } from '@/core/vehicle-facts';
import { KNOWN } from '@/core/planner/measures';
import { answerFields, answerFieldsOnLink } from '../answer-fields';
import { type Defaulted, area, contract, offlineContract } from '../command';

const newCustomer = Joi.object({ name: line(120).required(), phone: text(60), email: text(120) });

const newVehicle = Joi.object({
  label: line(120).required(),
  body: oneOf('pick-up', 'wagon', 'van', 'cart').required(),
  plate: line(20).required(),
  vin: text(17),
  drive: oneOf('two-wheel', 'four-wheel').required(),
  frontSuspension: oneOf(...Object.keys(SUSPENSIONS)).required(),
  rearSuspension: oneOf(...Object.keys(SUSPENSIONS)).required(),
  wheelbase: line(20).required(),
  platform: text(60),
  later: text(300),
  distanceUnit: oneOf('km', 'mi').required(),
});

const idOr = (schema: Joi.ObjectSchema) =>
  Joi.alternatives().conditional(Joi.object({ id: Joi.exist() }).unknown(), {
    then: Joi.object({ id: id().required() }),
    otherwise: schema,
  });

/** What a car is taken in for at the counter; a re-torque is opened from its come-back. */
const TAKEN_IN: OrderKind[] = [
  'job',
  'next-stage',
  'settled-heights',
  'alignment',
  'warranty',
  'inspection',
  'load-change',
];

const readings = () =>
  Joi.array()
    .items(Joi.string().trim().max(30))
    .min(1)
    .max(3)
    .required()
    .messages({ 'array.min': 'Measure this corner' });

export const arrival = area('The car comes in', {
  /** Takes a car in: customer, vehicle, what it wears and carries, and what the customer wants as numbers. */
  'intake.open': contract<
    {
      customer: { id: string } | { name: string; phone: string; email: string };
      vehicle:
        | { id: string }
        | {
            label: string;
            body: string;
            plate: string;
            vin: string;
            drive: string;
            frontSuspension: string;
            rearSuspension: string;
            wheelbase: string;
            platform: string;
            later: string;
            distanceUnit: 'km' | 'mi';
          };
      orderKind?: OrderKind;
      odometer: IntakeData['odometer'];
      tires: string;
      wheels?: string;
      /** One of the car’s wheel sets: its tires and wheels are taken then. */
      wheelSetId?: string | null;
      newTires?: string | null;
      carries?: string;
      wants: string;
      targets: IntakeData['targets'];
      promisedFor?: string | null;
      pacePerDay?: number | null;
      place?: string | null;
      agreed: boolean;
      /** Taken in although another order of the car is open: whoever takes it in has seen that. */
      beside?: boolean;
      /** A dial that reads oddly was looked at again. */
      confirmed?: boolean;
    },
    { orderId: string; number: number }
  >({
    title: 'Take a car in',
    who: ['advisor'],
    fields: {
      customer: idOr(newCustomer).required(),
      vehicle: idOr(newVehicle).required(),
      orderKind: oneOf(...TAKEN_IN).default('job'),
      odometer: odometer(),
      tires: line(60).required(),
      wheels: text(120),
      wheelSetId: id().allow(null).default(null),
      newTires: line(60).allow(null, '').empty('').default(null),
      carries: text(300),
      wants: line(500).required(),
      targets: targets().required(),
      promisedFor: moment().allow(null).default(null),
      pacePerDay: Joi.number().greater(0).max(5000).allow(null).default(null),
      place: Joi.string().max(20).allow(null).default(null),
      agreed: Joi.boolean().required(),
      beside: Joi.boolean().default(false),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Writes down what is known of a car: VIN, platform, the facts kits are chosen by, what is still to be fitted. */
  'vehicle.update': contract<{
    vehicleId: string;
    vin?: string;
    platform?: string;
    later?: string;
    facts?: VehicleFacts;
  }>({
    title: 'Write down what is known of a car',
    who: ['tech', 'advisor'],
    fields: {
      vehicleId: id().required(),
      vin: text(17),
      platform: text(60),
      later: text(300),
      facts: Joi.object(Object.fromEntries(VEHICLE_FACTS.map((fact) => [fact.id, text(40)]))).default({}),
    },
  }),
  /**
   * Promises another time, or none, and says what hangs on it. A time the customer was told before changes only together
   * with how and in which words they were told.
   */
  'promise.give': contract<
    {
      orderId: string;
      promisedFor: string | null;
      wishedFor?: string | null;
      cost: (typeof PROMISE_COSTS)[number];
      how?: (typeof TOLD_WAYS)[number] | null;
      words?: string;
      reason: string;
      confirmed?: boolean;
    },
    { messageId: string | null; byHand: boolean }
  >({
    title: 'Promise another time',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      promisedFor: moment().allow(null).required(),
      wishedFor: day().allow(null).default(null),
      cost: oneOf(...PROMISE_COSTS).required(),
      how: oneOf(...TOLD_WAYS)
        .allow(null)
        .default(null),
      words: text(300),
      reason: reason().required(),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Says on which lift or floor bay the car stands, or that it stands in the yard. */
  'order.place': contract<{
    orderId: string;
    place: string | null;
  }>({
    title: 'Say where a car stands',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      place: Joi.string().max(20).allow(null).required(),
    },
  }),
  /** Writes down what was measured of a car beyond its heights: the planner and the next visit start from it. */
  'measure.record': contract<
    {
      orderId: string;
      figures: { key: string; typed: string; known: MeasureData['known'] }[];
      unit: 'in' | 'mm';
    },
    { kept: number }
  >({
    title: 'Record a measure of the car',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      figures: Joi.array()
        .items(
          Joi.object({
            key: Joi.string().max(40).required(),
            typed: line(60).required(),
            known: oneOf(...KNOWN).default('measured'),
          }),
        )
        .min(1)
        .max(200)
        .unique('key')
        .required()
        .messages({ 'array.min': 'Write at least one figure down' }),
      unit: oneOf('in', 'mm').required(),
    },
  }),
  /** Records four standing heights as typed, with how they were taken. */
  'heights.record': offlineContract<
    Defaulted<Omit<HeightsData, 'doubted'> & { orderId: string; confirmed: boolean }, 'load' | 'confirmed'>,
    { entryId: string }
  >({
    title: 'Record heights',
    waits: 'Heights',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      occasion: oneOf(...HEIGHT_OCCASIONS).required(),
      method: oneOf(...HEIGHT_METHODS).required(),
      upperPoint: line(60).required(),
      tires: line(60).required(),
      pressureDone: Joi.boolean()
        .valid(true)
        .required()
        .messages({ 'any.only': 'Set the tire pressure first, then say so' }),
      floorLevel: Joi.boolean().required(),
      steeringStraight: Joi.boolean().required(),
      load: text(200),
      unit: oneOf('in', 'mm').required(),
      readings: Joi.object({ LF: readings(), RF: readings(), LR: readings(), RR: readings() }).required(),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Grades one area of the car in the shop's own grades, with words and a photo. */
  'finding.record': offlineContract<
    Defaulted<Omit<FindingData, 'findingId' | 'when'> & { orderId: string }, 'text' | 'photoId'>,
    { findingId: string }
  >({
    title: 'Record what was found',
    waits: 'Something found',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      area: oneOf(...INSPECTION_AREAS.map(([area]) => area)).required(),
      grade: oneOf(...GRADES.map(([grade]) => grade))
        .required()
        .messages({ 'any.only': 'Choose a grade', 'any.required': 'Choose a grade' }),
      text: text(500),
      photoId: id().allow(null).default(null),
    },
  }),
  /** Offers the customer something at a price; another text, price or photo is a new version and asks again. */
  'offer.make': contract<
    {
      orderId: string;
      offerId?: string | null;
      findingId?: string | null;
      text: string;
      cents: number;
      photoId?: string | null;
      minutes: number;
      phase?: Phase;
      why?: string;
    },
    { offerId: string; version: number }
  >({
    title: 'Offer a repair',
    who: ['advisor', 'tech'],
    fields: {
      orderId: id().required(),
      offerId: id().allow(null).default(null),
      findingId: id().allow(null).default(null),
      text: line(300).required(),
      cents: Joi.number()
        .integer()
        .min(0)
        .max(99_999_999)
        .required()
        .messages({ 'number.base': 'Enter the price', 'any.required': 'Enter the price' }),
      photoId: id().allow(null).default(null),
      minutes: Joi.number().integer().min(0).max(6_000).required().messages({
        'number.base': 'Enter about how many minutes it takes',
        'any.required': 'Enter about how many minutes it takes',
      }),
      phase: oneOf(...PHASES).default('fit'),
      why: text(300),
    },
  }),
  /** The customer's yes or no to one version of an offer. */
  'offer.answer': contract<OfferAnswerData & { orderId: string }>({
    title: 'Record the answer to an offer',
    who: ['advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      offerId: id().required(),
      version: Joi.number().integer().required(),
      ...answerFieldsOnLink,
    },
  }),
  /** An approved extra is not done after all: its step leaves the work, with the customer's yes. */
  'offer.back': contract<Omit<OfferBackData, 'customer'> & OfferBackData['customer'] & { orderId: string }>({
    title: 'Take an approved extra back, with the customer’s yes',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      offerId: id().required(),
      version: Joi.number().integer().required(),
      reason: reason().required(),
      how: answerFields.how,
      witness: answerFields.witness,
    },
  }),
});
