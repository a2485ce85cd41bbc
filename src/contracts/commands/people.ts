import Joi from 'joi';
import { ROLES, type Role } from '@/core/ledger/roles';
import type { SignedFor } from '@/core/practice/alone';
import { SKILLS } from '@/core/practice/skills';
import { day, line, pin, id, oneOf } from '../fields';
import { area, contract } from '../command';

/** A kind of step, or a job by its procedure. */
const SIGNED_FOR = new RegExp(`^(${SKILLS.join('|')}|job [a-z0-9][a-z0-9-]*)$`);
const signedFor = () =>
  line(120).pattern(SIGNED_FOR).messages({ 'string.pattern.base': 'Choose what it is for' });

export const newPersonFields = {
  name: line(80).required(),
  roles: Joi.array()
    .items(oneOf(...ROLES))
    .min(1)
    .unique()
    .required()
    .messages({ 'array.min': 'Give at least one role' }),
  password: Joi.string()
    .min(10)
    .max(200)
    .required()
    .messages({ 'string.min': 'At least 10 characters', 'string.empty': 'Choose a password' }),
  pin: pin().required(),
  lengthUnit: oneOf('in', 'mm').default('in'),
  torqueUnit: oneOf('lbft', 'nm').default('lbft'),
};

export const people = area('People', {
  /** Adds somebody to the crew. */
  'person.add': contract<
    {
      name: string;
      roles: Role[];
      password: string;
      pin: string;
      lengthUnit?: 'in' | 'mm';
      torqueUnit?: 'lbft' | 'nm';
    },
    { personId: string }
  >({
    title: 'Take somebody on',
    who: ['owner'],
    fields: newPersonFields,
  }),
  /** Changes what somebody may do and what they can do; a shop keeps one owner at least. */
  'person.change': contract<{
    personId: string;
    roles: Role[];
    skills?: string[];
  }>({
    title: 'Change roles and skills',
    who: ['owner'],
    fields: {
      personId: id().required(),
      roles: Joi.array()
        .items(oneOf(...ROLES))
        .min(1)
        .unique()
        .required()
        .messages({ 'array.min': 'Give at least one role' }),
      skills: Joi.array().items(line(40)).max(20).unique().default([]),
    },
  }),
  /** Signs somebody off for what they may do alone, by a lead's PIN: the week plans by it, the bay says who may. */
  'skill.sign': contract<{
    personId: string;
    skill: SignedFor;
    untilDay?: string | null;
    leadId: string;
    pin: string;
  }>({
    title: 'Sign somebody off',
    who: ['lead'],
    fields: {
      personId: id().required(),
      skill: signedFor().required(),
      untilDay: day().allow(null).default(null),
      leadId: id().required(),
      pin: pin().required(),
    },
  }),
  /** Takes a sign-off back, by a lead's PIN. */
  'skill.end': contract<{ personId: string; skill: SignedFor; leadId: string; pin: string }>({
    title: 'End a sign-off',
    who: ['lead'],
    fields: {
      personId: id().required(),
      skill: signedFor().required(),
      leadId: id().required(),
      pin: pin().required(),
    },
  }),
  /** Gives somebody a new password and PIN, when theirs are forgotten; their sessions end. */
  'person.reset': contract<{
    personId: string;
    password: string;
    pin: string;
  }>({
    title: 'Give a new password and PIN',
    who: ['owner'],
    fields: {
      personId: id().required(),
      password: newPersonFields.password,
      pin: newPersonFields.pin,
    },
  }),
  /** Lets somebody go: no sign-in any more, every session ended at once; what they recorded stays theirs. */
  'person.leave': contract<{
    personId: string;
  }>({
    title: 'Let somebody go',
    who: ['owner'],
    fields: { personId: id().required() },
  }),
  /** Lets somebody who came with an import work here: with a new password and PIN. */
  'person.admit': contract<{
    personId: string;
    password: string;
    pin: string;
  }>({
    title: 'Let somebody in again',
    who: ['owner'],
    fields: {
      personId: id().required(),
      password: newPersonFields.password,
      pin: newPersonFields.pin,
    },
  }),
  /** One's own units, password and PIN; a secret changes only against the password as it is. */
  'person.own': contract<{
    password?: string;
    newPassword?: string;
    newPin?: string;
    lengthUnit: 'in' | 'mm';
    torqueUnit: 'lbft' | 'nm';
  }>({
    title: 'Change one’s own units, password, PIN',
    who: ['tech', 'advisor'],
    fields: {
      password: Joi.string().allow('').max(200).default(''),
      newPassword: Joi.string().allow('').min(10).max(200).default('').messages({
        'string.min': 'At least 10 characters',
      }),
      newPin: pin().allow('').default(''),
      lengthUnit: oneOf('in', 'mm').required(),
      torqueUnit: oneOf('lbft', 'nm').required(),
    },
  }),
  /** Ends a session by what is shown of it: one's own, or anybody's by the owner. */
  'session.end': contract<{
    session: string;
  }>({
    title: 'End a session',
    who: ['tech', 'advisor'],
    fields: {
      session: Joi.string().hex().length(64).required(),
    },
  }),
  /** Names a device as the crew calls it. */
  'device.name': contract<{
    deviceId: string;
    name: string;
  }>({
    title: 'Name a device',
    who: ['tech', 'advisor'],
    fields: {
      deviceId: id().required(),
      name: line(60).required(),
    },
  }),
});
