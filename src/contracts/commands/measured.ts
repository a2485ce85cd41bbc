import Joi from 'joi';
import type { Corner } from '@/core/corners';
import { FIGURE_BY, type FigureBy } from '@/core/ledger/kinds/measured';
import { PART_SOURCES, type PartSource } from '@/core/planner/plan-part';
import { COMPARE_KINDS, type CompareKind } from '@/core/procedure/types';
import { RUNG_IDS, type RungId } from '@/core/anatomy/refit-ladder';
import { CAUSES, type CauseId } from '@/core/stance/causes';
import { PHOTO_READINGS, type PhotoReading } from '@/core/photo/read-photo';
import { type Defaulted, area, contract, offlineContract } from '../command';
import { corner, figuresTyped, id, line, oneOf, text } from '../fields';

const stepId = () => Joi.string().max(80).required();
const lengths = () => oneOf('in', 'mm').default('mm');
const confirmed = () => Joi.boolean().default(false);
/** What is typed on the pad: short, and never nothing. */
const typed = () => line(60).required().messages({ 'string.empty': 'Type what it reads' });

const pixels = () => Joi.number().integer().min(100).max(20_000);
const pixel = () =>
  Joi.object({
    x: Joi.number().min(-2000).max(22_000).required(),
    y: Joi.number().min(-2000).max(22_000).required(),
  });

export const measured = area('Measured at the work', {
  /** Records figures of a step as they read, each judged by what it is held against. */
  'figure.record': offlineContract<
    Defaulted<
      {
        orderId: string;
        stepId: string;
        figures: { measureId: string; text: string }[];
        lengths: 'in' | 'mm';
        by: FigureBy;
        sheet: { name: string; text: string }[];
        confirmed: boolean;
      },
      'lengths' | 'by' | 'sheet' | 'confirmed'
    >,
    { entryId: string }
  >({
    title: 'Record figures of a step',
    waits: 'Figures of a step',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: stepId(),
      figures: figuresTyped().min(1).required().messages({ 'array.min': 'Type a figure first' }),
      lengths: lengths(),
      by: oneOf(...FIGURE_BY).default('hand'),
      sheet: Joi.array()
        .items(Joi.object({ name: line(80).required(), text: typed() }))
        .max(20)
        .default([]),
      confirmed: confirmed(),
    },
  }),
  /** Records a setting as it was set, and what it read on its wheels: the next one follows from it. */
  'try.record': offlineContract<
    Defaulted<
      {
        orderId: string;
        stepId: string;
        set: number;
        readings: string[];
        lengths: 'in' | 'mm';
        confirmed: boolean;
      },
      'lengths' | 'confirmed'
    >,
    { entryId: string }
  >({
    title: 'Record a try',
    waits: 'A try of a setting',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: stepId(),
      set: Joi.number()
        .min(-1000)
        .max(1000)
        .required()
        .messages({ 'number.base': 'Say what it is set to', 'any.required': 'Say what it is set to' }),
      readings: Joi.array()
        .items(line(60).messages({ 'string.empty': 'Type what it reads' }))
        .min(1)
        .max(2)
        .required(),
      lengths: lengths(),
      confirmed: confirmed(),
    },
  }),
  /** Records what made room to get a taller strut or coil back in, one tap. */
  'room.made': offlineContract<{ orderId: string; stepId: string; rung: RungId }, { entryId: string }>({
    title: 'Record what made room',
    waits: 'What made room',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: stepId(),
      rung: oneOf(...RUNG_IDS).required(),
    },
  }),
  /** Records an old part laid beside the one that is to go on: what does not match stops it before the car is apart. */
  'compare.record': offlineContract<
    Defaulted<
      {
        orderId: string;
        stepId: string | null;
        kind: CompareKind;
        corner: Corner | null;
        end: 'front' | 'rear';
        partId: string | null;
        pairs: { id: string; old: string; fresh: string }[];
        source: PartSource;
        fit: string;
        lengths: 'in' | 'mm';
        photoId: string | null;
      },
      'stepId' | 'corner' | 'partId' | 'source' | 'fit' | 'lengths' | 'photoId'
    >,
    { entryId: string }
  >({
    title: 'Compare old and new',
    waits: 'Old and new compared',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: Joi.string().max(80).allow(null).default(null),
      kind: oneOf(...COMPARE_KINDS).required(),
      corner: corner().allow(null).default(null),
      end: oneOf('front', 'rear').required(),
      partId: Joi.string().max(60).allow(null).default(null),
      pairs: Joi.array()
        .items(Joi.object({ id: Joi.string().max(40).required(), old: typed(), fresh: typed() }))
        .min(1)
        .max(12)
        .required()
        .messages({ 'array.min': 'Measure both parts first' }),
      source: oneOf(...PART_SOURCES).default('new'),
      fit: text(300),
      lengths: lengths(),
      photoId: id().allow(null).default(null),
    },
  }),
  /** Records a height or an angle read in a photograph by the card in it: proof beside a tape, never in its place. */
  'photo.height': contract<
    Defaulted<
      {
        orderId: string;
        photoId: string;
        what: PhotoReading;
        corner: Corner | null;
        picture: { width: number; height: number };
        corners: { x: number; y: number }[];
        points: { x: number; y: number }[];
        outOfPlane: number;
        foundBy: 'itself' | 'hand';
      },
      'corner'
    >,
    { value: number; sd: number; agrees: boolean | null }
  >({
    title: 'Record a height by photograph',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      photoId: id().required().messages({ 'any.required': 'Take the picture first' }),
      what: oneOf(...PHOTO_READINGS).required(),
      corner: corner().allow(null).default(null),
      picture: Joi.object({ width: pixels().required(), height: pixels().required() }).required(),
      corners: Joi.array().items(pixel()).length(4).required(),
      points: Joi.array().items(pixel()).length(2).required(),
      outOfPlane: Joi.number()
        .min(-200)
        .max(300)
        .required()
        .messages({ 'number.base': 'Measure how far it stands out of the card’s plane' }),
      foundBy: oneOf('itself', 'hand').required(),
    },
  }),
  /** Records a figure read at a hanging wheel or at lock, of the list of full droop and lock. */
  'droop.read': contract<
    Defaulted<
      { orderId: string; id: string; side: 'left' | 'right'; text: string; lengths: 'in' | 'mm' },
      'lengths'
    >,
    { over: boolean; teaches: string | null }
  >({
    title: 'Record what was read in the air',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      id: Joi.string().max(60).required(),
      side: oneOf('left', 'right').required(),
      text: typed(),
      lengths: lengths(),
    },
  }),
  /** Records what was found to stand behind heights that were off: the next list of likely causes counts it. */
  'cause.found': contract<
    { orderId: string; setId: string; cause: CauseId; end: 'front' | 'rear' | 'both'; corner: Corner | null },
    { cause: CauseId }
  >({
    title: 'Record why the heights were off',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      setId: Joi.string().max(60).required(),
      cause: oneOf(...CAUSES).required(),
      end: oneOf('front', 'rear', 'both').required(),
      corner: corner().allow(null).required(),
    },
  }),
  /** One cut of a coil, no larger than the shop's smallest step, with its measure right after. */
  'cut.record': offlineContract<
    {
      orderId: string;
      stepId: string;
      corner: Corner;
      turns: number;
      freeMm: number;
    },
    { turnsSoFar: number }
  >({
    title: 'Record a cut',
    waits: 'A cut of a coil',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: stepId(),
      corner: corner().required(),
      turns: Joi.number().greater(0).max(2).required().messages({
        'number.base': 'Enter the turns as a number',
        'number.greater': 'A cut takes something off',
      }),
      freeMm: Joi.number()
        .greater(0)
        .max(1500)
        .required()
        .messages({ 'number.base': 'Measure it after the cut and write the free length down' }),
    },
  }),
});
