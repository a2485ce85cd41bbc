import Joi from 'joi';
import { corner, figuresTyped, id, pin, reason, text, line, oneOf } from '../fields';
import { FIGURE_BY, type FigureBy } from '@/core/ledger/kinds/measured';
import type { AlsoOpenedInput } from '@/core/moves/also-opened';
import { OPENED_HOWS, TYPED_KINDS } from '@/core/procedure/also-opened';
import { PHASES, type Phase, type OneEnd, SUPPORTS, type Support } from '@/core/procedure/types';
import { OVERRIDE_RULES, type OverrideRule } from '@/core/ledger/kinds/bay';
import { answerFields } from '../answer-fields';
import { type Defaulted, area, contract, offlineContract } from '../command';

export const bay = area('In the bay', {
  /**
   * Starts the work: takes the ways, merges the procedures into one run, holds it against what the shop has and knows, and
   * freezes it. A job with a hole starts only with the lead's yes.
   */
  'run.start': contract<
    {
      orderId: string;
      procedures: { id: string; ways: string[] }[];
      /** For places where the procedures name different values: which procedure's is taken. */
      choices?: Record<string, string>;
      /** The lead's yes to starting with something missing. */
      leadId?: string | null;
      pin?: string | null;
      startWithout?: string | null;
    },
    { steps: number }
  >({
    title: 'Start the work',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      procedures: Joi.array()
        .items(Joi.object({ id: Joi.string().required(), ways: Joi.array().items(Joi.string()).default([]) }))
        .min(1)
        .unique('id')
        .required()
        .messages({ 'array.min': 'Choose at least one procedure' }),
      choices: Joi.object().pattern(Joi.string(), Joi.string()).default({}),
      leadId: id().allow(null).default(null),
      pin: pin().allow(null, '').default(null),
      startWithout: reason().allow(null, '').empty('').default(null),
    },
  }),
  /**
   * Takes another way of a procedure while the job runs, at the version the job began with. What is done stays done: a
   * way whose steps would drop one of those is refused.
   */
  'run.way': contract<
    {
      orderId: string;
      procedureId: string;
      ways: string[];
      leadId: string;
      pin: string;
      reason: string;
    },
    { steps: number }
  >({
    title: 'Change the way of a job',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      procedureId: Joi.string().max(80).required(),
      ways: Joi.array().items(Joi.string().max(60)).max(20).required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** Records a step as done, when the car as it stands allows it. */
  'step.done': offlineContract<
    {
      orderId: string;
      stepId: string;
      measured?: string;
      note?: string;
      /** Figures read in this step, recorded with it. */
      figures?: { measureId: string; text: string }[];
      lengths?: 'in' | 'mm';
      by?: FigureBy;
      sheet?: { name: string; text: string }[];
      confirmed?: boolean;
      /** Who stands beside, where whoever taps may not do it alone. */
      beside?: string[];
    },
    { entryId: string }
  >({
    title: 'Do a step',
    waits: 'A step done',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: Joi.string().max(80).required(),
      measured: text(200),
      note: text(500),
      figures: figuresTyped().default([]),
      lengths: oneOf('in', 'mm').default('mm'),
      by: oneOf(...FIGURE_BY).default('hand'),
      sheet: Joi.array()
        .items(Joi.object({ name: line(80).required(), text: line(60).required() }))
        .max(20)
        .default([]),
      confirmed: Joi.boolean().default(false),
      beside: Joi.array().items(id()).max(4).unique().default([]),
    },
  }),
  /** The lead's yes to a step that cannot be undone, with the lead's own PIN. */
  'step.approve': contract<{
    orderId: string;
    stepId: string;
    leadId: string;
    pin: string;
  }>({
    title: 'Approve a step that cannot be undone (the lead’s PIN)',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: Joi.string().max(80).required(),
      leadId: id().required(),
      pin: pin().required(),
    },
  }),
  /** Adds a step to a running job: something found on the way that has to be done before it leaves. */
  'step.add': contract<
    {
      orderId: string;
      phase: Phase;
      end?: 'front' | 'rear' | 'both';
      text: string;
      minutes: number;
    },
    { stepId: string }
  >({
    title: 'Add a step',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      phase: oneOf(...PHASES).required(),
      end: oneOf('front', 'rear', 'both').default('both'),
      text: line(200).required().messages({ 'string.empty': 'Say what is to be done' }),
      minutes: Joi.number()
        .min(0)
        .max(600)
        .required()
        .messages({ 'number.base': 'Enter the minutes as a number' }),
    },
  }),
  /**
   * Something opened on the car that no step lists: eased, out or unplugged. It becomes a thing of this job, with a step that
   * closes it. What the axle's anatomy says against it is refused, unless it is off already.
   */
  'also.open': offlineContract<
    Defaulted<AlsoOpenedInput & { orderId: string }, 'thing' | 'typed' | 'stepId' | 'already'>,
    { entryId: string }
  >({
    title: 'Write down what was also opened',
    waits: 'Also opened',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      thing: Joi.string().max(120).allow(null).default(null),
      typed: Joi.object({
        name: line(60).required().messages({ 'string.empty': 'Say what was opened' }),
        kind: oneOf(...TYPED_KINDS).required(),
        end: oneOf('front', 'rear').required(),
        corner: corner().allow(null).default(null),
      })
        .allow(null)
        .default(null),
      how: oneOf(...OPENED_HOWS).required(),
      stepId: Joi.string().max(80).allow(null).default(null),
      already: Joi.boolean().default(false),
    },
  }),
  /**
   * Brings ends of the car to another support. Where the run has a step for just that and it may be done now, the step is
   * what gets recorded; a lowering with a ground item open is refused and says which.
   */
  'support.set': offlineContract<
    {
      orderId: string;
      ends: OneEnd[];
      to: Support;
      /** It is chocked again, where no step is left that does it. */
      chocked?: boolean;
    },
    { step: string | null }
  >({
    title: 'Raise, lower, set on stands',
    waits: 'Raised or lowered',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      ends: Joi.array().items(oneOf('front', 'rear')).min(1).unique().required(),
      to: oneOf(...SUPPORTS).required(),
      chocked: Joi.boolean().default(false),
    },
  }),
  /**
   * Closes a part that may be waived as left off: the lead's reason, the customer's yes, both ends secured. It goes on the
   * watch list and the handoff.
   */
  'item.leave': contract<{
    orderId: string;
    itemId: string;
    secured: boolean;
    leadId: string;
    pin: string;
    reason: string;
    how: 'in the shop' | 'by phone';
    witness: string | null;
  }>({
    title: 'Leave a part off',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      itemId: Joi.string().max(80).required(),
      secured: Joi.boolean().required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
      how: answerFields.how,
      witness: answerFields.witness,
    },
  }),
  /** The lead lifts a rule that may be lifted, with a written reason and the lead's own PIN. It goes on the handoff. */
  'override.record': contract<{
    orderId: string;
    rule: OverrideRule;
    ref: string;
    leadId: string;
    pin: string;
    reason: string;
  }>({
    title: 'Go on over a caution, with a reason (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      rule: oneOf(...OVERRIDE_RULES).required(),
      ref: Joi.string().max(300).required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** Gives lowering and driving of this car to the tablet that asks, as long as no other has it. Online only. */
  'lowering.take': contract<
    {
      orderId: string;
    },
    { deviceName: string }
  >({
    title: 'Take lowering to one tablet',
    who: ['tech'],
    fields: { orderId: id().required() },
  }),
  /** The tablet that holds lowering gives it back: any tablet online may lower again. */
  'lowering.give': contract<{
    orderId: string;
  }>({
    title: 'Give lowering back',
    who: ['tech'],
    fields: { orderId: id().required() },
  }),
  /**
   * The lead takes lowering back from a tablet that is lost or flat, after a look at the car itself. What that tablet
   * still has queued comes back as tasks.
   */
  'lowering.back': contract<{
    orderId: string;
    leadId: string;
    pin: string;
    reason: string;
    looked: boolean;
  }>({
    title: 'Take lowering back from a lost tablet (the lead’s PIN)',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
      looked: Joi.boolean()
        .valid(true)
        .required()
        .messages({ 'any.only': 'Look at the car first: what is open, loose, and how it stands' }),
    },
  }),
});
