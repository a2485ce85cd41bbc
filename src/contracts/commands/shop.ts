import Joi from 'joi';
import { anyNumber, calendarDay } from '@/core/calc/fields';
import type { CsvPart } from '@/core/formats/parts-csv';
import { PART_KIND_IDS } from '@/core/planner/part-kinds';
import { STAND_IN_NAMES, type StandIn } from '../stand-ins';
import { line, text, reason, id, oneOf } from '../fields';
import { TAX_WAYS, type TaxWay } from '@/core/ledger/kinds/planned';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { type FactRule, VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { KitBuild } from '@/core/planner/kit-build';
import { procedureFile } from '@/core/procedure/schema';
import { anatomyFile } from '@/core/anatomy/schema';
import type { Anatomy } from '@/core/anatomy/types';
import type { Procedure } from '@/core/procedure/types';
import { type Defaulted, area, contract } from '../command';

const codes = () => Joi.array().items(line(40)).max(20).default([]);

const kinds = () =>
  Joi.array()
    .items(oneOf(...Object.keys(SUSPENSIONS)))
    .default([]);

const fact = Joi.object({
  fact: oneOf(...VEHICLE_FACTS.map((one) => one.id)).required(),
  is: Joi.string().max(40),
  from: Joi.number().integer().allow(null),
  to: Joi.number().integer().allow(null),
});

const clock = () => Joi.number().integer().min(0).max(1440).messages({ 'number.base': 'Enter a time' });

const days = () =>
  Joi.array().items(Joi.number().integer().min(1).max(7)).min(1).unique().messages({
    'array.min': 'Choose one day at least',
  });

const whole = (least: number, most: number) =>
  Joi.number()
    .integer()
    .min(least)
    .max(most)
    .messages({
      'number.base': 'Enter a whole number',
      'number.integer': 'Enter a whole number',
      'number.min': `Between ${least} and ${most}`,
      'number.max': `Between ${least} and ${most}`,
    });

export const shop = area('The shop', {
  /** One part of the catalog, as typed or as a row of CSV gives it. */
  'part.save': contract<
    Defaulted<
      CsvPart & {
        /** The part that is changed; none for a new one. */
        partId: string | null;
        /** A part of this code was there already, and this one takes its place. */
        confirmed: boolean;
      },
      'claimed' | 'ratedLeast' | 'ratedMost' | 'requires' | 'excludes' | 'kit' | 'partId' | 'confirmed'
    >,
    { partId: string }
  >({
    title: 'Save a part of the catalog',
    who: ['lead', 'advisor'],
    fields: {
      code: line(40).required(),
      name: line(120).required(),
      kind: oneOf(...PART_KIND_IDS).required(),
      end: oneOf('front', 'rear', 'both').required(),
      set: Joi.object().pattern(Joi.string().max(30), anyNumber()).required(),
      cents: Joi.number()
        .integer()
        .min(0)
        .max(99_999_999)
        .required()
        .messages({ 'number.base': 'Enter the price' }),
      minutes: Joi.number()
        .integer()
        .min(0)
        .max(20_000)
        .required()
        .messages({ 'number.base': 'Enter the minutes' }),
      claimed: anyNumber().allow(null).default(null),
      ratedLeast: anyNumber().allow(null).default(null),
      ratedMost: anyNumber().allow(null).default(null),
      requires: codes(),
      excludes: codes(),
      kit: line(120).allow(null, '').empty('').default(null),
      partId: id().allow(null).default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Keeps a kit under its name: what it fits and claims, and its builds with the facts each asks of a car. */
  'kit.save': contract<
    {
      /** The kit that is changed, its name too; none for a new one. */
      kitId?: string | null;
      name: string;
      note?: string;
      fits: { front: string[]; rear: string[] };
      claimedFront?: number | null;
      claimedRear?: number | null;
      recheckKm?: number | null;
      builds?: { name: string; facts: FactRule[]; lines: KitBuild['lines'] }[];
    },
    { kitId: string }
  >({
    title: 'Save a kit',
    who: ['lead', 'advisor'],
    fields: {
      kitId: id().allow(null).default(null),
      name: line(120).required(),
      note: text(400),
      fits: Joi.object({ front: kinds(), rear: kinds() }).required(),
      claimedFront: anyNumber().allow(null).default(null),
      claimedRear: anyNumber().allow(null).default(null),
      recheckKm: Joi.number()
        .integer()
        .min(100)
        .max(2000)
        .allow(null)
        .default(null)
        .messages({ 'number.min': 'Between 100 and 2000 km', 'number.max': 'Between 100 and 2000 km' }),
      builds: Joi.array()
        .items(
          Joi.object({
            name: line(120).required(),
            facts: Joi.array().items(fact).default([]),
            lines: Joi.array()
              .items(
                Joi.object({
                  code: text(40),
                  name: line(120).required(),
                  count: Joi.number().integer().min(1).max(99).required(),
                  side: oneOf('left', 'right', 'front', 'rear', 'any').required(),
                  phase: oneOf('teardown', 'fit', 'reassemble', 'align').default('fit'),
                }),
              )
              .min(1)
              .required(),
          }),
        )
        .default([]),
    },
  }),
  /** Takes parts in from CSV: the whole file is checked before any line of it is kept. */
  'catalog.import': contract<
    {
      csv: string;
      /** Parts of the same codes are there already, and these take their place. */
      confirmed?: boolean;
    },
    { parts: number }
  >({
    title: 'Bring a catalog in',
    who: ['lead', 'advisor'],
    mostBytes: 2_500_000,
    fields: {
      csv: Joi.string().max(2_000_000).required().messages({ 'string.empty': 'Choose a file' }),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Saves a procedure as the shop's own next version, from the editor or from a file. */
  /** How an axle is hung on one platform, as measured there: the shop’s own copy, which its jobs are proved on. */
  'anatomy.save': contract<{ anatomy: Anatomy; platform: string; note: string }, { version: number }>({
    title: 'Save an axle as measured on a platform',
    who: ['lead'],
    fields: {
      anatomy: anatomyFile.required(),
      platform: line(80).required().messages({ 'string.empty': 'Say on which platform it was measured' }),
      note: reason().required(),
    },
  }),
  /** A draft that a lead has worked on an order may be used by everybody from then on; that it was drafted here stays said. */
  'procedure.release': contract<{ procedureId: string; order: number }, { version: number }>({
    title: 'Release a draft that a lead has worked',
    who: ['lead'],
    fields: {
      procedureId: Joi.string().max(60).required(),
      order: Joi.number()
        .integer()
        .min(1)
        .required()
        .messages({ 'number.base': 'Enter the number of the order it was worked on' }),
    },
  }),
  'procedure.save': contract<
    {
      procedure: Procedure;
      /** The version it was edited from; another saved since is not written over. */
      basedOn?: number;
      note: string;
    },
    { version: number }
  >({
    title: 'Save a procedure of our own',
    who: ['lead'],
    fields: {
      procedure: procedureFile.required(),
      basedOn: Joi.number().integer().min(0).default(0),
      note: reason().required(),
    },
  }),
  /** The lead's answer to a lesson: taken into the procedure or the kit's note, or left, with a word why. */
  'lesson.settle': contract<{
    lessonId: string;
    how: 'taken in' | 'left';
    words: string;
  }>({
    title: 'Settle a lesson',
    who: ['lead'],
    fields: {
      lessonId: id().required(),
      how: oneOf('taken in', 'left').required(),
      words: reason().required(),
    },
  }),
  /** Chooses a stand-in by name or turns it off; or lets it be out of order, so that a failure can be practiced. */
  'standin.set': contract<{
    standIn: StandIn;
    chosen: boolean;
    working?: boolean;
  }>({
    title: 'Turn a stand-in on or off',
    who: ['lead'],
    fields: {
      standIn: oneOf(...STAND_IN_NAMES).required(),
      chosen: Joi.boolean().required(),
      working: Joi.boolean().default(true),
    },
  }),
  /** Adds a tool the shop has, so that pull lists know of it. */
  'tool.add': contract<
    {
      kind: string;
      size?: string | null;
      drive?: string | null;
    },
    { toolId: string }
  >({
    title: 'Put a tool on the board',
    who: ['lead', 'tech'],
    fields: {
      kind: line(60).required().messages({ 'string.empty': 'Say what it is' }),
      size: line(30).allow(null, '').empty('').default(null),
      drive: line(10).allow(null, '').empty('').default(null),
    },
  }),
  /** Puts several tools on the board at once: what a shop begins with. */
  'tools.add': contract<
    { tools: { kind: string; size: string | null; drive: string | null }[] },
    { count: number }
  >({
    title: 'Put tools on the board',
    who: ['lead', 'tech'],
    fields: {
      tools: Joi.array()
        .items(
          Joi.object({
            kind: line(60).required(),
            size: line(30).allow(null).required(),
            drive: line(10).allow(null).required(),
          }),
        )
        .min(1)
        .max(300)
        .required()
        .messages({ 'array.min': 'Tick what hangs there' }),
    },
  }),
  /** A tool that is lost, lent or worn out leaves the shop's list. */
  'tool.retire': contract<{
    toolId: string;
  }>({
    title: 'Take a tool off the board',
    who: ['lead', 'tech'],
    fields: { toolId: id().required() },
  }),
  /** Adds a torque wrench with its range and the day its calibration runs out. */
  'wrench.add': contract<
    {
      name: string;
      low: number;
      high: number;
      unit: 'nm' | 'lbft';
      calibrationDue: string;
      confirmed?: boolean;
    },
    { wrenchId: string }
  >({
    title: 'Add a torque wrench',
    who: ['lead'],
    fields: {
      name: line(80).required(),
      low: Joi.number()
        .greater(0)
        .required()
        .messages({ 'number.base': 'Enter the lowest value as a number' }),
      high: Joi.number()
        .greater(0)
        .required()
        .messages({ 'number.base': 'Enter the highest value as a number' }),
      unit: oneOf('nm', 'lbft').required(),
      calibrationDue: calendarDay()
        .required()
        .messages({ 'string.empty': 'Enter the day', 'any.required': 'Enter the day' }),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** A wrench used as a lever or dropped is out with a reason; checked, it comes back with its new date. */
  'wrench.mark': contract<{
    wrenchId: string;
    out?: string | null;
    calibrationDue?: string | null;
  }>({
    title: 'Take a torque wrench out, or back in',
    who: ['tech', 'lead'],
    fields: {
      wrenchId: id().required(),
      out: line(200).allow(null, '').empty('').default(null),
      calibrationDue: calendarDay().allow(null).default(null),
    },
  }),
  /** Adds a lift, a floor bay or a rack of the shop's own, names it anew, or takes it out of use when nothing stands there. */
  'place.save': contract<
    {
      placeId?: string | null;
      name: string;
      kind: 'lift' | 'floor' | 'rack';
      active?: boolean;
    },
    { placeId: string }
  >({
    title: 'Change a place',
    who: ['lead'],
    fields: {
      placeId: Joi.string().max(20).allow(null).default(null),
      name: line(60).required(),
      kind: oneOf('lift', 'floor', 'rack').required(),
      active: Joi.boolean().default(true),
    },
  }),
  /** When the shop is open, its rest, and the days on which the rack can be had; times in minutes of the day. */
  'shop.hours': contract<{
    openFrom: number;
    openTo: number;
    restFrom: number;
    restMinutes: number;
    openDays: number[];
    rackDays: number[];
  }>({
    title: 'Set the shop’s hours',
    who: ['lead'],
    fields: {
      openFrom: clock().required(),
      openTo: clock().required(),
      restFrom: clock().required(),
      restMinutes: Joi.number().integer().min(0).max(180).required(),
      openDays: days().required(),
      rackDays: days().required(),
    },
  }),
  /** What a customer's paper says of the shop, and how it counts money: name, address, phone, paper, rate, tax, validity. */
  'shop.details': contract<{
    name: string;
    address: string;
    phone: string;
    paper: 'a4' | 'letter';
    centsPerHour: number;
    taxHow: TaxWay;
    taxPercent: number;
    taxLabel: string;
    quoteDays: number;
  }>({
    title: 'Set the shop’s name, paper and money',
    who: ['lead'],
    fields: {
      name: line(120).required(),
      address: text(300),
      phone: text(60),
      paper: oneOf('a4', 'letter').required(),
      centsPerHour: Joi.number().integer().min(100).max(9_999_900).required().messages({
        'number.base': 'Enter the price of an hour',
        'number.min': 'Enter the price of an hour',
      }),
      taxHow: oneOf(...TAX_WAYS).required(),
      taxPercent: Joi.number()
        .min(0)
        .max(60)
        .empty(null)
        .default(0)
        .messages({ 'number.base': 'Enter the rate in percent', 'number.max': 'At most 60 percent' }),
      taxLabel: text(40),
      quoteDays: whole(1, 365).required(),
    },
  }),
  /** The shop's own limits: the largest cut of a coil, when each kind of come-back is due, and its quiet hours. */
  'shop.set': contract<{
    coilStepTurns: number;
    wheelRecheckKm: number;
    chassisRecheckKm: number;
    chassisRecheckDays: number;
    heightsRecheckKm: number;
    heightsRecheckDays: number;
    alignmentRecheckDays: number;
    checkInDays: number;
    unalignedKm: number;
    hardUsePercent: number;
    quietFrom: number;
    quietTo: number;
  }>({
    title: 'Set the shop’s limits',
    who: ['lead'],
    fields: {
      coilStepTurns: Joi.number().min(0.05).max(0.5).required().messages({
        'number.base': 'Enter the turns as a number',
        'number.max': 'At most half a turn at once',
      }),
      wheelRecheckKm: whole(80, 160)
        .required()
        .messages({ 'number.min': 'Between 80 and 160 km', 'number.max': 'Between 80 and 160 km' }),
      chassisRecheckKm: whole(100, 2000).required(),
      chassisRecheckDays: whole(5, 120).required(),
      heightsRecheckKm: whole(100, 5000),
      heightsRecheckDays: whole(5, 365),
      alignmentRecheckDays: whole(5, 730),
      checkInDays: whole(30, 730),
      unalignedKm: whole(5, 200),
      hardUsePercent: whole(20, 100),
      quietFrom: whole(0, 23),
      quietTo: whole(0, 23),
    },
  }),
  /** Another secret for the calendar feed; only its hash passes through here, and the one before stops working. */
  'calendar.renew': contract<{
    secretHash: string;
  }>({
    title: 'Make the calendar’s address anew',
    who: ['lead'],
    fields: {
      secretHash: Joi.string()
        .pattern(/^[0-9a-f]{64}$/)
        .required(),
    },
  }),
});
