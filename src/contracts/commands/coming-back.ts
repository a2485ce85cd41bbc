import Joi from 'joi';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { id, odometer, text, reason, line, oneOf } from '../fields';
import { CHANGES, type LongCheckInData } from '@/core/ledger/kinds/coming-back';
import { calendarDay } from '@/core/calc/fields';
import {
  CHANNELS,
  type Channel,
  HAND_WAYS,
  MESSAGE_STAGES,
  type MessageStage,
} from '@/core/follow-up/message-kinds';
import { type Defaulted, area, contract } from '../command';

const change = () =>
  oneOf(...CHANGES)
    .required()
    .messages({ 'any.only': 'Say how it is', 'any.required': 'Say how it is' });

export const comingBack = area('Coming back', {
  /** Opens a re-torque visit for come-backs of one car: its run clicks each of the car's fasteners they name. */
  'visit.open': contract<
    {
      followUpIds: string[];
      odometer: Odometer;
      place?: string | null;
      /** The wheel set it comes on, where the car has several. */
      wheelSetId?: string | null;
      confirmed?: boolean;
    },
    { orderId: string; number: number; page: string }
  >({
    title: 'Begin a visit',
    who: ['advisor', 'tech'],
    fields: {
      followUpIds: Joi.array().items(id()).min(1).unique().required(),
      odometer: odometer(),
      place: Joi.string().max(20).allow(null).default(null),
      wheelSetId: id().allow(null).default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /**
   * Closes a re-torque visit on its evidence: every fastener of the run clicked. It closes the come-backs all of whose
   * places it clicked; what was found moved has opened one of its own.
   */
  'visit.close': contract<
    {
      orderId: string;
      note?: string;
    },
    { closed: number }
  >({
    title: 'Close a visit',
    who: ['tech', 'advisor'],
    fields: { orderId: id().required(), note: text(500) },
  }),
  /** Closes a come-back without a visit: the customer refuses it, or the lead says why it is over (the car is gone). */
  'followup.close': contract<{
    followUpId: string;
    how: 'refused' | 'lead';
    reason: string;
  }>({
    title: 'Close a come-back',
    who: ['advisor'],
    fields: {
      followUpId: id().required(),
      how: oneOf('refused', 'lead').required(),
      reason: reason().required(),
    },
  }),
  /** Keeps an odometer the customer read out, so that the come-backs know the driver's pace. */
  'odometer.report': contract<{
    orderId: string;
    odometer: Odometer;
    confirmed?: boolean;
  }>({
    title: 'Record an odometer reading',
    who: ['advisor', 'tech'],
    onLink: true,
    fields: {
      orderId: id().required(),
      odometer: odometer(),
      /** A dial that shows less than at intake was looked at again. */
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** What the owner says after months: ride, noise, fuel, wear, and whether they would do it again. */
  'checkin.record': contract<Defaulted<LongCheckInData & { orderId: string }, 'words'>>({
    title: 'Record how it rides after months',
    who: ['advisor', 'tech'],
    onLink: true,
    fields: {
      orderId: id().required(),
      ride: change(),
      noise: change(),
      fuel: change(),
      wear: change(),
      again: oneOf('yes', 'no', 'not sure').required().messages({
        'any.only': 'Say whether you would do it again',
        'any.required': 'Say whether you would do it again',
      }),
      words: text(500),
    },
  }),
  /** The customer asks for a date; somebody of the shop answers it. */
  'date.wish': contract<
    {
      orderId: string;
      day?: string | null;
      words: string;
    },
    { wishId: string }
  >({
    title: 'Ask for a date',
    who: ['advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      day: calendarDay().allow(null).default(null),
      words: line(300).required().messages({ 'string.empty': 'Say what you would like' }),
    },
  }),
  /** Answers a customer's wish for a date; they read it on their page. */
  'date.answer': contract<{
    orderId: string;
    wishId: string;
    words: string;
  }>({
    title: 'Answer a date asked for',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      wishId: id().required(),
      words: line(300).required().messages({ 'string.empty': 'Write what you tell them' }),
    },
  }),
  /** A customer wants no reminders, or wants them again. */
  'reminders.set': contract<{
    customerId: string;
    wanted: boolean;
  }>({
    title: 'Turn a customer’s reminders on or off',
    who: ['advisor'],
    fields: {
      customerId: id().required(),
      wanted: Joi.boolean().required(),
    },
  }),
  /** Tries a failed message once more, or lets it go. */
  'message.again': contract<{
    messageId: string;
    send: boolean;
  }>({
    title: 'Send a message again',
    who: ['advisor'],
    fields: {
      messageId: id().required(),
      send: Joi.boolean().required(),
    },
  }),
  /** Somebody has given a message to the customer by their own hand: copied, by mail, by text or otherwise. */
  'message.handed': contract<{ messageId: string; how: (typeof HAND_WAYS)[number] }>({
    title: 'Say that a message was handed on',
    who: ['advisor'],
    fields: { messageId: id().required(), how: oneOf(...HAND_WAYS).required() },
  }),
  /** The shop's own words for one message. */
  'template.set': contract<{
    stage: MessageStage;
    channel: Channel;
    words: string;
  }>({
    title: 'Change the words of a message',
    who: ['lead'],
    fields: {
      stage: oneOf(...MESSAGE_STAGES).required(),
      channel: oneOf(...CHANNELS).required(),
      words: line(600).required(),
    },
  }),
});
