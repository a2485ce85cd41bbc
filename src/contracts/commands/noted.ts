import Joi from 'joi';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import {
  CORNER_SETTINGS,
  SETTING_TIMES,
  type SettingData,
  type DamageData,
  type WatchData,
  STUCK_CURES,
  LESSON_ABOUT,
  type LessonData,
  type PhotoData,
  STOP_REASONS,
  type StopReason,
  MARK_KINDS,
  type PhotoMark,
} from '@/core/ledger/kinds/noted';
import { corner, id, line, reason, text, oneOf, odometer } from '../fields';
import { calendarDay } from '@/core/calc/fields';
import { type Defaulted, area, contract, offlineContract } from '../command';

const place = () => Joi.array().items(Joi.number().min(0).max(1)).length(2).required();

export const noted = area('Noted in the bay', {
  /** A setting that belongs to a corner, before and after: damper clicks, collar threads, cam position, shackle hole. */
  'setting.record': offlineContract<SettingData & { orderId: string }>({
    title: 'Record a setting',
    waits: 'A setting',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      what: oneOf(...CORNER_SETTINGS.map(([what]) => what)).required(),
      corner: corner().required(),
      when: oneOf(...SETTING_TIMES).required(),
      value: Joi.number()
        .min(-100)
        .max(500)
        .required()
        .messages({ 'number.base': 'Enter the setting as a number', 'any.required': 'Enter the setting' }),
    },
  }),
  /** Damage done here: what, why, who pays, and whether the customer knows. */
  'damage.record': contract<
    Defaulted<Omit<DamageData, 'damageId'> & { orderId: string }, 'photoId'>,
    { damageId: string }
  >({
    title: 'Record a damage',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      text: line(300).required().messages({ 'string.empty': 'Say what was damaged' }),
      cause: line(300).required().messages({ 'string.empty': 'Say how it came about' }),
      pays: oneOf('the shop', 'the customer', 'the maker').required(),
      customerTold: Joi.boolean().required(),
      photoId: id().allow(null).default(null),
    },
  }),
  /** A doubt that goes with the car: the next visit must answer it by this day or distance. */
  'watch.add': offlineContract<
    Defaulted<Omit<WatchData, 'watchId'> & { orderId: string }, 'photoId' | 'byDay' | 'byDistance'>,
    { watchId: string }
  >({
    title: 'Note a doubt to watch',
    waits: 'A doubt to watch',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      text: line(300).required().messages({ 'string.empty': 'Say what is to be watched' }),
      photoId: id().allow(null).default(null),
      byDay: calendarDay().allow(null).default(null),
      byDistance: Joi.object({
        distance: Joi.number().greater(0).max(100_000).required(),
        unit: oneOf('km', 'mi').required(),
      })
        .allow(null)
        .default(null),
    },
  }),
  /** Answers a line that an earlier visit left to be watched: settled, or watched on. */
  'watch.answer': contract<{
    orderId: string;
    watchId: string;
    answer: string;
    settled: boolean;
  }>({
    title: 'Answer a doubt',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      watchId: id().required(),
      answer: line(300).required().messages({ 'string.empty': 'Say what you found' }),
      settled: Joi.boolean().required(),
    },
  }),
  /** One tap on a fastener that will not come: its time counts by this reason until it is loose. */
  'stuck.begin': offlineContract<
    {
      orderId: string;
      fastenerId: string;
      what?: 'seized' | 'sheared' | 'stripped';
      photoId?: string | null;
    },
    { stuckId: string }
  >({
    title: 'Say something is stuck',
    waits: 'Stuck',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      fastenerId: Joi.string().max(80).required(),
      what: oneOf('seized', 'sheared', 'stripped').default('seized'),
      photoId: id().allow(null).default(null),
    },
  }),
  /** The stuck fastener is loose, or given up on: what did it, mildest first. */
  'stuck.end': offlineContract<{
    orderId: string;
    stuckId: string;
    how: (typeof STUCK_CURES)[number];
  }>({
    title: 'Say it came loose',
    waits: 'No longer stuck',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stuckId: id().required(),
      how: oneOf(...STUCK_CURES).required(),
    },
  }),
  /** The helper is done here: their clock goes back to the job they were called from, or stops when there was none. */
  'helper.back': contract<
    {
      orderId: string;
      helperId: string;
    },
    { backTo: null } | { backTo: number }
  >({
    title: 'Let a helper go',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      helperId: id().required(),
    },
  }),
  /** What would be done differently: a proposed edit of the procedure the step is from, or a note on the kit. */
  'lesson.record': contract<
    Defaulted<Pick<LessonData, 'about' | 'stepId' | 'text' | 'standing'> & { orderId: string }, 'stepId'>,
    { lessonId: string }
  >({
    title: 'Record a lesson',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      about: oneOf(...LESSON_ABOUT).required(),
      stepId: Joi.string().max(80).allow(null).default(null),
      text: line(500).required().messages({ 'string.empty': 'Say what would be done differently' }),
      standing: oneOf('proven here', 'hearsay').required(),
    },
  }),
  /**
   * Takes an entry back by a new one that names it and says why. Own entries until handoff, others' and after handoff by
   * the lead only; the state is folded again, and what should then have been refused raises an alarm.
   */
  'entry.void': contract<
    {
      orderId: string;
      entryId: string;
      /** Entries that cannot stand without it, as they were shown: taken back with it. */
      also?: string[];
      reason: string;
    },
    { version: number | null }
  >({
    title: 'Correct an entry',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      entryId: Joi.string().max(48).required(),
      also: Joi.array().items(Joi.string().max(48)).max(500).default([]),
      reason: reason().required(),
    },
  }),
  /**
   * Corrects a dial that was misread, by a new entry; come-backs that were counted from it are counted anew. After the
   * handoff only the lead does.
   */
  'odometer.correct': contract<
    {
      orderId: string;
      entryId: string;
      odometer: Odometer;
      reason: string;
    },
    { version: number | null }
  >({
    title: 'Correct an odometer',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      entryId: Joi.string().max(48).required(),
      odometer: odometer(),
      reason: reason().required(),
    },
  }),
  /** Binds a stored picture to a step, a corner, a fastener or an occasion of an order. */
  'photo.bind': offlineContract<
    Defaulted<
      Omit<PhotoData, 'sha256'> & { orderId: string; uploadHash: string | null },
      'photoId' | 'uploadHash' | 'stepId' | 'corner' | 'fastenerId' | 'occasion' | 'caption' | 'shot'
    >
  >({
    title: 'Record a picture',
    waits: 'A photo',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      photoId: id().allow(null).default(null),
      // A picture queued without network is named by its bytes: its id is given when it arrives.
      uploadHash: Joi.string().hex().length(64).allow(null).default(null),
      stepId: Joi.string().max(80).allow(null).default(null),
      corner: corner().allow(null).default(null),
      fastenerId: Joi.string().max(80).allow(null).default(null),
      occasion: Joi.string().max(60).allow(null).default(null),
      caption: text(300),
      shot: line(60).allow(null).default(null),
    },
  }),
  /** Keeps what was drawn over a picture, beside it; the picture itself stays as it was taken. */
  'photo.mark': contract<{
    orderId: string;
    photoEntryId: string;
    marks: PhotoMark[];
  }>({
    title: 'Mark a picture',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      photoEntryId: Joi.string().max(48).required(),
      marks: Joi.array()
        .items(
          Joi.object({
            kind: oneOf(...MARK_KINDS).required(),
            from: place(),
            to: place(),
            text: text(80),
          }),
        )
        .max(40)
        .required(),
    },
  }),
  /**
   * Starts a clock on a job; one that runs on another job is closed by it, since a person has one clock. A helper called
   * over goes back to that job afterwards.
   */
  'clock.on': offlineContract<
    {
      orderId: string;
      stepId?: string | null;
      /** Somebody else whose clock is moved here as a helper; one's own when absent. */
      helperId?: string | null;
    },
    { clockId: string }
  >({
    title: 'Start a clock',
    waits: 'Clock started',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      stepId: Joi.string().max(80).allow(null).default(null),
      helperId: id().allow(null).default(null),
    },
  }),
  /** Stops one's own clock and says why. */
  'clock.off': offlineContract<{
    reason: StopReason;
  }>({
    title: 'Stop a clock',
    waits: 'Clock stopped',
    who: ['tech', 'advisor'],
    fields: { reason: oneOf(...STOP_REASONS).required() },
  }),
  /** Somebody has looked: says what the car itself showed and what was done about it. */
  'task.settle': contract<{
    orderId: string;
    taskId: string;
    words: string;
  }>({
    title: 'Settle what was to be looked at',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      taskId: Joi.string().max(60).required(),
      words: reason().required(),
    },
  }),
  /** A move that a tablet had queued and the shop refused for good is thrown away there: somebody looks at the car. */
  'queued.discard': contract<{
    orderId: string;
    /** What had been queued, and when it was done by its tablet. */
    name: string;
    words: string;
    at: string;
  }>({
    title: 'Throw away on a tablet what the shop refused',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      name: Joi.string().max(60).required(),
      words: line(400).required(),
      at: Joi.string().isoDate().required(),
    },
  }),
});
