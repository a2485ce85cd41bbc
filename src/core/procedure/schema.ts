import Joi from 'joi';
import { CORNERS } from '../corners';
import { PLACES } from './places';
import { PART_KIND_IDS } from '../planner/part-kinds';
import { CARRIERS } from '../anatomy/types';
import {
  type Asks,
  COMPARE_KINDS,
  ENDS,
  FIGURE_UNITS,
  ITEM_KINDS,
  LOCKS,
  PHASES,
  type Measure,
  type Procedure,
  SUPPORTS,
  TRIAL_UNITS,
  type TrialLoop,
} from './types';

/** The whole procedure file, field by field: what is imported or saved must be all of it and nothing else. */

const ID = /^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$/;
const id = () =>
  Joi.string()
    .pattern(ID)
    .messages({ 'string.pattern.base': 'It may hold letters, digits, dots and dashes' });
const ids = () => Joi.array().items(id()).max(60);
const words = (most: number) => Joi.string().trim().min(1).max(most);
const texts = () => Joi.array().items(words(120)).max(40);
const end = () => Joi.valid(...ENDS);
const corner = () => Joi.valid(...CORNERS);
const place = () => Joi.valid(...PLACES).messages({ 'any.only': 'This is not a place on the list' });

/** Whoever gives a corner gives its end too. */
const withEnd = (schema: Joi.ObjectSchema) => schema.with('corner', 'end');

const item = withEnd(
  Joi.object({
    id: id().required(),
    name: words(120).required(),
    place: place(),
    kind: Joi.valid(...ITEM_KINDS).required(),
    end: end(),
    corner: corner(),
    closeBefore: Joi.when('kind', {
      is: 'temporary',
      then: Joi.valid('drive').required(),
      otherwise: Joi.valid('ground', 'drive', 'handoff'),
    }).messages({ 'any.only': 'A temporary item is closed before the drive' }),
    waivable: Joi.boolean(),
  }),
);

const fastener = withEnd(
  Joi.object({
    id: id().required(),
    name: words(120).required(),
    place: place().required(),
    end: end(),
    corner: corner(),
    count: Joi.number().integer().min(1).max(40).required(),
    thread: words(30),
    grade: words(12),
    critical: Joi.valid('steering', 'brake', 'wheel'),
    final: Joi.valid('on-wheels'),
    spec: Joi.object({
      nm: Joi.number().greater(0).max(5000).required(),
      angleDeg: Joi.number().greater(0).max(720),
      source: words(200).required(),
      note: words(200),
    })
      .allow(null)
      .required(),
    hardware: Joi.valid('reused', 'kit', 'new'),
    identify: words(200),
    pattern: words(60),
    passes: Joi.number().integer().min(1).max(9),
    threadlocker: words(60),
    secondCheck: Joi.boolean(),
    recheck: Joi.valid('wheel', 'chassis'),
    mate: id(),
    lock: Joi.valid(...LOCKS),
  }),
);

const carry = () =>
  Joi.array()
    .items(Joi.object({ body: id().required(), by: Joi.valid(...CARRIERS).required() }))
    .max(20);
const drop = Joi.object({
  corner: corner(),
  end: Joi.valid('front', 'rear'),
  mm: Joi.number().min(0).max(600).required(),
});

const figure = () => Joi.number().min(-100_000).max(100_000);
/** `STEP.MEASURE`: a figure of another step, or of this one. */
const measureRef = () =>
  Joi.string()
    .pattern(/^[A-Za-z0-9][A-Za-z0-9._-]*\.[A-Za-z0-9][A-Za-z0-9_-]*$/)
    .max(130)
    .messages({ 'string.pattern.base': 'Name it by its step and its own id, with a point between them' });
const AGAINST = ['sheet', 'plan', 'twin', 'before'] as const;
const measure = Joi.object({
  id: Joi.string()
    .pattern(/^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$/)
    .messages({ 'string.pattern.base': 'It may hold letters, digits and dashes' }),
  what: words(120).required(),
  unit: words(20).required(),
  corner: corner(),
  from: Joi.object({ sheet: words(80), plan: words(80), twin: measureRef(), before: measureRef() }).xor(
    ...AGAINST,
  ),
  judge: Joi.object({
    within: figure().min(0),
    least: figure(),
    most: figure(),
    changeLeast: figure(),
    changeMost: figure(),
  }).min(1),
  low: words(160),
  high: words(160),
  handoff: Joi.boolean(),
}).custom((one: Measure, helpers) => {
  const { judge, from, unit } = one;
  if (!judge && !from) return one;
  if (unit === 'word' || !FIGURE_UNITS.some((known) => known === unit))
    return helpers.message({ custom: 'Only a figure is judged: in mm, deg, turns, count or kg' });
  const { within, changeLeast, changeMost } = judge ?? {};
  if (!from && [within, changeLeast, changeMost].some((limit) => limit !== undefined))
    return helpers.message({ custom: 'Say what it is held against' });
  return one;
});

const trial = Joi.object<TrialLoop>({
  setting: words(80).required(),
  unit: Joi.valid(...TRIAL_UNITS).required(),
  allowed: Joi.array().items(figure()).min(1).max(100).unique(),
  oneWay: Joi.valid('lowers', 'raises'),
  prior: Joi.alternatives(
    Joi.valid('plan'),
    Joi.object({ slope: figure().invalid(0).required(), sd: figure().greater(0).required() }),
  ).required(),
  target: Joi.valid('plan', 'corner').required(),
});

const step = withEnd(
  Joi.object({
    id: id().required(),
    phase: Joi.valid(...PHASES).required(),
    do: words(200).required(),
    why: words(400),
    end: end(),
    corner: corner(),
    after: ids(),
    needs: Joi.array().items(Joi.valid(...SUPPORTS)),
    sets: Joi.valid(...SUPPORTS),
    opens: ids(),
    closes: ids(),
    loosens: ids(),
    snugs: ids(),
    torques: ids(),
    tools: Joi.array()
      .items(Joi.object({ kind: words(60).required(), size: words(30), drive: words(10) }))
      .max(20),
    consumables: texts(),
    parts: texts(),
    measure: Joi.array()
      .items(measure)
      .unique('id', { ignoreUndefined: true })
      .max(20)
      .messages({ 'array.unique': 'Two figures of a step go by one id' }),
    trial,
    compare: Joi.object({ kind: Joi.valid(...COMPARE_KINDS).required() }),
    photo: Joi.array()
      .items(Joi.object({ shot: words(120).required(), corner: corner() }))
      .max(10),
    helper: Joi.number().greater(0).max(600),
    irreversible: Joi.boolean(),
    drive: Joi.boolean(),
    share: words(40),
    minutes: Joi.number().min(0).max(600).required(),
    rustProne: Joi.boolean(),
    caution: words(400),
    marks: ids(),
    carries: carry(),
    lets: carry(),
    drops: Joi.array().items(drop).max(8),
    out: ids(),
    in: ids(),
  }),
);

const anatomyOf = () => Joi.object({ front: id(), rear: id() });

const partKinds = () =>
  Joi.array()
    .items(Joi.valid(...PART_KIND_IDS).messages({ 'any.only': 'This is not a kind of part' }))
    .max(40);
const asks = Joi.object<Asks>({
  front: partKinds(),
  rear: partKinds(),
  not: partKinds(),
  seldom: partKinds(),
});

export const procedureFile = Joi.object<Procedure>({
  format: Joi.valid('wrenchwise-procedure/1').required(),
  id: id().required(),
  title: words(200).required(),
  summary: words(600).required(),
  fits: Joi.object({
    front: texts(),
    rear: texts(),
    drive: texts(),
    targets: words(200),
  }).required(),
  anatomy: anatomyOf(),
  drafted: Joi.object({
    anatomy: id().required(),
    end: Joi.valid('front', 'rear').required(),
    out: texts().required(),
    putsIn: Joi.string().trim().max(120).allow('').required(),
    ways: texts().required(),
    minutes: Joi.number().min(0).max(10_000).required(),
    spoils: texts().required(),
    worked: Joi.object({ order: Joi.number().integer().min(1).required() }),
  }),
  asks: Joi.alternatives(asks, Joi.array().items(asks).min(1).max(6)),
  ways: Joi.array()
    .items(
      Joi.object({
        id: id().required(),
        choice: words(80).required(),
        title: words(120).required(),
        out: ids().required(),
        in: Joi.array()
          .items(Joi.object({ after: id().allow(null).required(), step: step.required() }))
          .max(60)
          .required(),
        anatomy: anatomyOf(),
        items: Joi.array().items(item).max(60),
        fasteners: Joi.array().items(fastener).max(60),
      }),
    )
    .max(30)
    .required(),
  items: Joi.array().items(item).max(200).required(),
  fasteners: Joi.array().items(fastener).max(200).required(),
  steps: Joi.array().items(step).min(1).max(300).required(),
});
