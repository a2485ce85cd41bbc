import Joi from 'joi';
import { id, line, pin, reason, text, odometer, corner, oneOf, speed } from '../fields';
import {
  BACK_FROM,
  type BackFrom,
  RUB_TIMES,
  type RoadNoise,
  type RoadRub,
  type AlignmentData,
  type RoadCheck,
} from '@/core/ledger/kinds/handed-over';
import { RACK_ANSWERS, type RackAnswer } from '@/core/procedure/rack-moved';
import type { OneEnd } from '@/core/procedure/types';
import type { AlignmentSpec } from '@/core/calc/alignment.verdict';
import { alignmentReadingsSchema, alignmentSpecSchema } from '@/core/calc/inputs/alignment.verdict';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { type Defaulted, area, contract } from '../command';

export const aligned = area('Measured, aligned, driven', {
  /** The lead accepts heights that are not as planned: planned, got, why that is safe, and whose yes it is. */
  'heights.accept': contract<{
    orderId: string;
    setId: string;
    planned: string;
    got: string;
    leadId: string;
    pin: string;
    reason: string;
  }>({
    title: 'Accept heights that miss (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      setId: Joi.string().max(48).required(),
      planned: line(200).required(),
      got: line(200).required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** Back to the bay: on a set of heights, a sheet or a road test, with the part changed and the steps it takes. */
  'bay.back': contract<
    {
      orderId: string;
      from: BackFrom;
      ref: string;
      reason: string;
      part?: string;
      /** What is to be done, a step each. */
      steps?: string[];
      /** An end whose whole work comes again because a part there is changed. */
      again?: OneEnd | null;
    },
    { steps: number }
  >({
    title: 'Send a car back to the bay',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      from: oneOf(...BACK_FROM).required(),
      ref: Joi.string().max(48).required(),
      reason: reason().required(),
      part: text(200),
      steps: Joi.array()
        .items(line(200).messages({ 'string.empty': 'Say what is to be done' }))
        .max(12)
        .default([]),
      again: oneOf('front', 'rear').allow(null).default(null),
    },
  }),
  /** Lays aside a sheet the rack dropped that belongs to nobody here. */
  'rack.leave': contract<{
    sheetId: string;
  }>({
    title: 'Send a car to the rack',
    who: ['tech', 'advisor'],
    fields: { sheetId: id().required() },
  }),
  /**
   * Records an alignment sheet, before and after, with the spec it is held against and where that comes from: typed in,
   * or as the rack's file holds it, whose figures are then taken from the file alone.
   */
  'alignment.record': contract<
    Defaulted<
      Omit<AlignmentData, 'by' | 'file' | 'adjusters' | 'moved'> & {
        orderId: string;
        /** What the rack moved and what it left: each adjuster of the axles on the sheet is answered. */
        adjusters: RackAnswer[];
        rackSheetId: string | null;
        confirmed: boolean;
      },
      | 'confirmed'
      | 'rackSheetId'
      | 'adjusters'
      | 'adjustments'
      | 'notReached'
      | 'casterGoal'
      | 'photoId'
      | 'wheelOffDeg'
    >,
    { entryId: string; pass: boolean }
  >({
    title: 'Record an alignment',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      rackSheetId: id().allow(null).default(null),
      rack: line(80).required(),
      operator: line(80).required(),
      specSource: line(200).required().messages({ 'string.empty': 'Say where the spec comes from' }),
      spec: alignmentSpecSchema.required(),
      before: alignmentReadingsSchema.required(),
      after: alignmentReadingsSchema.required(),
      confirmed: Joi.boolean().default(false),
      adjusters: Joi.array()
        .items(
          Joi.object({
            id: Joi.string().max(120).required(),
            was: oneOf(...RACK_ANSWERS)
              .required()
              .messages({
                'any.only': 'Say it: was it moved, or left untouched?',
                'any.required': 'Say it: was it moved, or left untouched?',
              }),
          }),
        )
        .max(40)
        .default([]),
      adjustments: text(1000),
      notReached: text(1000),
      casterGoal: Joi.object({
        deg: Joi.number().min(-20).max(20).required(),
        why: line(200).required().messages({ 'string.empty': 'Say whose goal that is' }),
      })
        .allow(null)
        .default(null),
      photoId: id().allow(null).default(null),
      wheelOffDeg: Joi.number()
        .min(-180)
        .max(180)
        .allow(null)
        .default(null)
        .messages({ 'number.base': 'Enter the degrees as a number' }),
    },
  }),
  /** The lead passes a sheet that did not reach its spec, with a written reason the customer is told. */
  'alignment.accept': contract<{
    orderId: string;
    sheetId: string;
    leadId: string;
    pin: string;
    reason: string;
  }>({
    title: 'Accept an alignment that misses (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      sheetId: Joi.string().max(48).required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** Keeps what a platform's alignment is held against, with its source, and the caster wanted after a lift. */
  'spec.save': contract<{
    platform: string;
    source: string;
    spec: AlignmentSpec;
    casterGoal?: number | null;
    casterWhy?: string;
  }>({
    title: 'Save an alignment spec',
    who: ['lead'],
    fields: {
      platform: line(60).required().messages({ 'string.empty': 'Name the platform' }),
      source: line(200).required().messages({ 'string.empty': 'Say where the spec comes from' }),
      spec: alignmentSpecSchema.required(),
      casterGoal: Joi.number().min(-20).max(20).allow(null).default(null),
      casterWhy: text(200),
    },
  }),
  /** Takes the car out on its road test, when nothing on it forbids driving. */
  'road.out': contract<{
    orderId: string;
    odometer: Odometer;
    confirmed?: boolean;
  }>({
    title: 'Go out on a road test',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      odometer: odometer(),
      /** A dial that shows less than at intake was looked at again. */
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** Brings the car back from its road test: the dial, and each check as it was found. */
  'road.in': contract<
    {
      orderId: string;
      odometer: Odometer;
      checks: RoadCheck[];
      note?: string;
      noises?: RoadNoise[];
      rubs?: RoadRub[];
      dial?: { shown: number; truth: number } | null;
      tell?: boolean;
      confirmed?: boolean;
    },
    { faults: number }
  >({
    title: 'Come back from a road test',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      odometer: odometer(),
      checks: Joi.array()
        .items(
          Joi.object({
            id: oneOf(...ROAD_CHECKS.map((check) => check.id)).required(),
            result: oneOf('good', 'fault', 'not tried')
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
      tell: Joi.boolean().default(false),
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
            when: oneOf(...RUB_TIMES).required(),
            gapMm: Joi.number().min(0).max(300).required().messages({
              'number.base': 'Measure the gap, mm; 0 where it touches',
              'any.required': 'Measure the gap, mm; 0 where it touches',
            }),
          }),
        )
        .max(20)
        .default([]),
      dial: Joi.object({ shown: speed(), truth: speed() }).allow(null).default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** The customer drove it before signing: what they said of it, in their words. */
  'customer.drove': contract<{
    orderId: string;
    words: string;
    content: boolean;
    odometer?: Odometer | null;
    confirmed?: boolean;
  }>({
    title: 'Record what the customer felt on a drive',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      words: line(500).required().messages({ 'string.empty': 'Write what they said' }),
      content: Joi.boolean().required().messages({ 'any.required': 'Say whether they are content with it' }),
      odometer: odometer().allow(null).optional().default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
});
