import Joi from 'joi';
import { id, pin, reason, text, line, torqueReading, corner, oneOf } from '../fields';
import { PHASES, type Phase, type OneEnd, SUPPORTS, type Support } from '@/core/procedure/types';
import type { TorqueInput } from '@/core/moves/torque';
import { type TorqueData, OVERRIDE_RULES, type OverrideRule } from '@/core/ledger/kinds/bay';
import type { Corner } from '@/core/corners';
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
   * Brings ends of the car to another support. Where the run has a step for just that and it may be done now, the step is
   * what gets recorded; a lowering with a ground item open is refused and says which.
   */
  'support.set': offlineContract<
    {
      orderId: string;
      ends: OneEnd[];
      to: Support;
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
    },
  }),
  /** Records a torque by wrench: value, source, reading, who, on which support. */
  'torque.record': offlineContract<
    Defaulted<
      TorqueInput & { orderId: string; wrenchId: string },
      'how' | 'by' | 'extension' | 'angleDeg' | 'newHardware' | 'moved' | 'movedDeg' | 'nut' | 'confirmed'
    >,
    { pass: number; passes: number; nut: number | 'all'; warnings: string[]; name: string }
  >({
    title: 'Keep a torque',
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
    who: ['tech'],
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
    source: string;
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
      source: line(200).required().messages({
        'string.empty': 'Say where this comes from',
        'any.required': 'Say where this comes from',
      }),
      leadId: id().allow(null).default(null),
      pin: pin().allow(null, '').default(null),
      confirmed: Joi.boolean().default(false),
    },
  }),
  /** One cut of a coil, no larger than the shop's smallest step, with its measure right after. */
  'cut.record': contract<
    {
      orderId: string;
      stepId: string;
      corner: Corner;
      turns: number;
      freeMm: number;
    },
    { turnsSoFar: number }
  >({
    title: 'Keep a cut',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      stepId: Joi.string().max(80).required(),
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
