import Joi from 'joi';
import { SURENESS, type Sureness } from '@/core/schedule/types';
import { id, jobId, phaseId, day, line, oneOf, reason, moment } from '../fields';
import { area, contract } from '../command';

interface Slot {
  jobId: string;
  phaseId: string;
  personId: string | null;
  helperId?: string | null;
  placeId: string | null;
  startsAt: string;
  endsAt: string;
}

export const week = area('The week', {
  /** Agrees a plan of the week: where every phase was put. What was agreed before is kept on the shop's chain. */
  'week.accept': contract<
    {
      slots: Slot[];
    },
    { slots: number }
  >({
    title: 'Agree the plan of the week',
    who: ['lead'],
    fields: {
      slots: Joi.array()
        .items(
          Joi.object({
            jobId: jobId().required(),
            phaseId: phaseId().required(),
            personId: id().allow(null).required(),
            helperId: id().allow(null).default(null),
            placeId: Joi.string().max(20).allow(null).required(),
            startsAt: Joi.string().isoDate().required(),
            endsAt: Joi.string().isoDate().required(),
          }),
        )
        .max(2000)
        .unique((a?: Slot, b?: Slot) => a?.jobId === b?.jobId && a?.phaseId === b?.phaseId)
        .required(),
    },
  }),
  /** Pins a phase by hand to somebody, a place or a moment; the planner works around it. All null takes the pin out. */
  'week.pin': contract<{
    jobId: string;
    phaseId: string;
    personId?: string | null;
    placeId?: string | null;
    startsAt?: string | null;
  }>({
    title: 'Pin a job',
    who: ['lead'],
    fields: {
      jobId: jobId().required(),
      phaseId: phaseId().required(),
      personId: id().allow(null).default(null),
      placeId: Joi.string().max(20).allow(null).default(null),
      startsAt: moment().allow(null).default(null),
    },
  }),
  /** Says which days somebody is away, or is here after all. */
  'week.away': contract<{
    personId: string;
    days: string[];
    away: boolean;
  }>({
    title: 'Say who is away',
    who: ['lead'],
    fields: {
      personId: id().required(),
      days: Joi.array().items(day()).min(1).max(60).unique().required(),
      away: Joi.boolean().required(),
    },
  }),
  /** Says until when a job waits and for what; no day takes it back. */
  'week.wait': contract<{
    jobId: string;
    untilDay: string | null;
    words: string;
    /** How sure that day is: plans count with what is not on a later one. */
    sure?: Sureness;
  }>({
    title: 'Say a part or an answer comes later',
    who: ['advisor'],
    fields: {
      jobId: jobId().required(),
      untilDay: day().allow(null).required(),
      words: line(200).required(),
      sure: oneOf(...SURENESS).default('sure'),
    },
  }),
  /** Puts a job into the week before its car is taken in. */
  'week.rush': contract<
    {
      label: string;
      minutes: number;
      needsLift?: boolean;
      promisedFor: string;
    },
    { rushId: string }
  >({
    title: 'Put in a rush job',
    who: ['advisor'],
    fields: {
      label: line(120).required(),
      minutes: Joi.number().integer().min(10).max(6000).required().messages({
        'number.base': 'Enter the minutes',
        'number.min': 'At least 10 minutes',
      }),
      needsLift: Joi.boolean().default(true),
      promisedFor: Joi.string().isoDate().required().messages({ 'string.isoDate': 'Choose day and time' }),
    },
  }),
  /** Takes a rush job out of the week: its car was taken in, or it does not come. */
  'week.rush.end': contract<{
    rushId: string;
  }>({
    title: 'Take a rush job out',
    who: ['advisor'],
    fields: { rushId: id().required() },
  }),
  /** The lead closes a clock somebody forgot, at the moment it should have stopped, and says why then. */
  'clock.close': contract<{
    clockId: string;
    endedAt: string;
    reason: string;
  }>({
    title: 'Close a forgotten clock',
    who: ['lead'],
    fields: {
      clockId: id().required(),
      endedAt: moment().required().messages({ 'string.empty': 'Enter when it should have stopped' }),
      reason: reason().required(),
    },
  }),
});
