import Joi from 'joi';
import type { IntakeData } from '@/core/ledger/kinds/arrival';
import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { answerFields } from '../answer-fields';
import { area, contract } from '../command';
import { id, line, oneOf, reason, targets, text } from '../fields';

const suspension = () => oneOf(...(Object.keys(SUSPENSIONS) as SuspensionKind[]));

/** What was written down wrongly of an order, a car or a customer, and is put right without losing what stood there. */
export const corrected = area('What was wrong', {
  /** Ends an order whose car was never opened up: it stays on record with its reason, and nothing more is done on it. */
  'order.cancel': contract<{ orderId: string; reason: string }>({
    title: 'Cancel an order',
    who: ['advisor'],
    fields: { orderId: id().required(), reason: reason().required() },
  }),
  /** Other target heights, before the work begins: a plan made for the old ones is made anew. */
  'targets.set': contract<
    {
      orderId: string;
      targets: IntakeData['targets'];
      agreed: boolean;
      how: 'in the shop' | 'by phone';
      witness: string | null;
      confirmed?: boolean;
    },
    { planAgain: boolean }
  >({
    title: 'Change the target heights',
    who: ['advisor', 'tech'],
    fields: {
      orderId: id().required(),
      targets: targets().required(),
      agreed: Joi.boolean().required(),
      how: answerFields.how,
      witness: answerFields.witness,
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Puts right what is known of a car. A plan of an open order made with another wheelbase or suspension is made anew. */
  'car.correct': contract<
    {
      vehicleId: string;
      label: string;
      plate: string;
      body: string;
      drive: string;
      frontSuspension: string;
      rearSuspension: string;
      wheelbase: string;
      distanceUnit: 'km' | 'mi';
      reason: string;
      confirmed?: boolean;
    },
    { planAgain: number[] }
  >({
    title: 'Correct a car',
    who: ['advisor', 'tech'],
    fields: {
      vehicleId: id().required(),
      label: line(120).required(),
      plate: line(20).required(),
      body: oneOf('pick-up', 'wagon', 'van', 'cart').required(),
      drive: oneOf('two-wheel', 'four-wheel').required(),
      frontSuspension: suspension().required(),
      rearSuspension: suspension().required(),
      wheelbase: line(20).required(),
      distanceUnit: oneOf('km', 'mi').required(),
      reason: reason().required(),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Puts right a customer's name, telephone and mail address. */
  'customer.correct': contract<{ customerId: string; name: string; phone: string; email: string }>({
    title: 'Correct a customer',
    who: ['advisor'],
    fields: {
      customerId: id().required(),
      name: line(120).required(),
      phone: text(60),
      email: text(120),
    },
  }),
  /** One car that was written down as two: the orders of the other become this one's. */
  'car.merge': contract<{ keepId: string; otherId: string; reason: string }>({
    title: 'Merge two cars that are one',
    who: ['lead'],
    fields: { keepId: id().required(), otherId: id().required(), reason: reason().required() },
  }),
  /** One customer who was written down as two: the cars and messages of the other become this one's. */
  'customer.merge': contract<{ keepId: string; otherId: string; reason: string }>({
    title: 'Merge two customers who are one',
    who: ['lead'],
    fields: { keepId: id().required(), otherId: id().required(), reason: reason().required() },
  }),
});
