import Joi from 'joi';
import { id, pin, reason, line, text, torqueReading, oneOf } from '../fields';
import type { TorqueInput } from '@/core/moves/torque';
import type { TorqueData } from '@/core/ledger/kinds/bay';
import { type Defaulted, area, contract, offlineContract } from '../command';

/** The rows of a sheet: whose value it is, both sides at once, the value, and the angle it is turned on by. */
const sheetRows = (whose: 'fastenerIds' | 'places', more: Joi.SchemaMap = {}) =>
  Joi.array()
    .items(
      Joi.object({
        [whose]: Joi.array().items(Joi.string().max(80)).min(1).max(12).required(),
        value: Joi.number().greater(0).max(5000).allow(null).default(null).messages({
          'number.base': 'Enter the value as a number',
          'number.greater': 'A torque is more than zero',
        }),
        angleDeg: Joi.number()
          .greater(0)
          .max(720)
          .allow(null)
          .default(null)
          .messages({ 'number.base': 'Enter the angle in degrees' }),
        ...more,
      }),
    )
    .min(1)
    .max(200)
    .required()
    .messages({ 'array.min': 'Enter one value at least' });
const sheetSource = () =>
  line(200).required().messages({
    'string.empty': 'Say which sheet, and which issue of it',
    'any.required': 'Say which sheet, and which issue of it',
  });

export const torque = area('Torqued and cut', {
  /** Records a torque by wrench: value, source, reading, who, on which support. */
  'torque.record': offlineContract<
    Defaulted<
      TorqueInput & { orderId: string; wrenchId: string },
      'how' | 'by' | 'extension' | 'angleDeg' | 'newHardware' | 'moved' | 'movedDeg' | 'nut' | 'confirmed'
    >,
    { pass: number; passes: number; nut: number | 'all'; warnings: string[]; name: string }
  >({
    title: 'Record a torque',
    waits: 'A torque',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      fastenerId: Joi.string().max(80).required(),
      wrenchId: id().required().messages({
        'string.pattern.base': 'Choose the wrench',
        'string.empty': 'Choose the wrench',
        'any.required': 'Choose the wrench',
      }),
      reading: torqueReading(),
      how: oneOf('wrench', 'power tool', 'by feel').default('wrench'),
      by: oneOf('hand', 'wrench').default('hand'),
      extension: Joi.object({
        wrenchLength: Joi.number().greater(0).max(3000).required().messages({
          'number.base': 'Enter the wrench’s length, grip to square',
        }),
        extension: Joi.number().min(0).max(2000).required().messages({
          'number.base': 'Enter the extension’s length, square to fastener',
        }),
        angleDeg: Joi.number().min(-180).max(180).default(0),
      })
        .allow(null)
        .default(null),
      angleDeg: Joi.number().greater(0).max(1080).allow(null).default(null),
      newHardware: Joi.boolean().allow(null).default(null),
      moved: Joi.boolean().default(false),
      movedDeg: Joi.number().min(0).max(1080).allow(null).default(null),
      nut: Joi.alternatives(oneOf('all', 'next'), Joi.number().integer().min(1)).default('all'),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Somebody else checks a torque and signs it with their own PIN. Nobody checks oneself. */
  'torque.check': contract<{
    orderId: string;
    fastenerId: string;
    checkerId: string;
    pin: string;
  }>({
    title: 'Check somebody else’s torque',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      fastenerId: Joi.string().max(80).required(),
      checkerId: id().required(),
      pin: pin().required(),
    },
  }),
  /**
   * Corrects what a torque entry says of its wrench and reading, by a new entry that names it and says why. After the
   * handoff only the lead does; the packet gets another version, and the signed one is kept.
   */
  'torque.correct': contract<
    {
      orderId: string;
      entryId: string;
      wrenchId: string;
      reading: TorqueData['reading'];
      reason: string;
    },
    { version: number | null }
  >({
    title: 'Correct a torque',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      entryId: Joi.string().max(48).required(),
      wrenchId: id().required().messages({ 'string.empty': 'Choose the wrench' }),
      reading: torqueReading(),
      reason: reason().required(),
    },
  }),
  /**
   * Says what a fastener's value is and where it comes from: from a sheet, as an interim with its basis, or that nobody
   * has one yet. A figure is the lead's, by role or by PIN; that there is none anybody may say. Nothing is prefilled.
   */
  'value.set': contract<{
    orderId: string;
    fastenerId: string;
    kind: 'entered' | 'interim' | 'missing' | 'waiting';
    value: number | null;
    unit?: 'nm' | 'lbft';
    angleDeg?: number | null;
    /** Where a figure comes from; that there is none, or that the maker was asked, has no source. */
    source?: string;
    /** The lead whose value it is, by PIN, where somebody else holds the tablet. */
    leadId?: string | null;
    pin?: string | null;
    /** A value that looks like a slip is taken only when it was looked at and confirmed. */
    confirmed?: boolean;
  }>({
    title: 'Give a missing value (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      fastenerId: Joi.string().max(80).required(),
      kind: oneOf('entered', 'interim', 'missing', 'waiting').required(),
      value: Joi.number().when('kind', {
        is: oneOf('entered', 'interim'),
        then: Joi.number()
          .greater(0)
          .max(5000)
          .required()
          .messages({ 'number.base': 'Enter the value as a number' }),
        otherwise: Joi.valid(null).default(null),
      }),
      unit: oneOf('nm', 'lbft').default('nm'),
      angleDeg: Joi.number().greater(0).max(720).allow(null).default(null),
      source: line(200).when('kind', {
        is: oneOf('entered', 'interim'),
        then: line(200).required().messages({
          'string.empty': 'Say where this comes from',
          'any.required': 'Say where this comes from',
        }),
        otherwise: text(200),
      }),
      leadId: id().allow(null).default(null),
      pin: pin().allow(null, '').default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /**
   * The values of a sheet in one go, each for a fastener and its twins: from one source, kept for this kit and platform so
   * that the next job has them.
   */
  'values.set': contract<
    {
      orderId: string;
      /** A line of nothing is not on the sheet. */
      values: { fastenerIds: string[]; value: number | null; angleDeg?: number | null }[];
      unit?: 'nm' | 'lbft';
      source: string;
      leadId?: string | null;
      pin?: string | null;
      confirmed?: boolean;
    },
    { values: number; keptFor: string | null }
  >({
    title: 'Enter values from a sheet (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      values: sheetRows('fastenerIds'),
      unit: oneOf('nm', 'lbft').default('nm'),
      source: sheetSource(),
      leadId: id().allow(null).default(null),
      pin: pin().allow(null, '').default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Values of a sheet for a procedure, before any job: kept for a platform and a kit, or taken out of what is kept. */
  'values.keep': contract<
    {
      procedureId: string;
      platform: string;
      kit?: string;
      values: { places: string[]; value: number | null; angleDeg?: number | null; out?: boolean }[];
      unit?: 'nm' | 'lbft';
      source: string;
      confirmed?: boolean;
    },
    { values: number }
  >({
    title: 'Save values of a sheet for a kit',
    who: ['lead'],
    fields: {
      procedureId: Joi.string().max(80).required(),
      platform: line(80)
        .required()
        .messages({ 'string.empty': 'Say for which platform: the values are that car’s' }),
      kit: text(200),
      values: sheetRows('places', { out: Joi.boolean().default(false) }),
      unit: oneOf('nm', 'lbft').default('nm'),
      source: sheetSource(),
      confirmed: Joi.boolean().default(false),
    },
  }),
});
