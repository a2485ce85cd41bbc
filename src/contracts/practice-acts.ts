import Joi from 'joi';
import { FAULT_KINDS, type Scenario, WAYS } from '@/core/practice/scenario';
import { id, line, oneOf } from './fields';
import { OFFLINE_COMMANDS } from './offline-names';
import { wheelMoves } from './wheel-moves';

/** What a page may ask of a practice car. Moves are looked through by their own contracts beside this. */
export const practiceAct = Joi.object({
  kind: oneOf('move', 'lead', 'look', 'mend', 'gauges', 'rack', 'end').required(),
  id: id().when('kind', { is: Joi.valid('move', 'lead'), then: Joi.required(), otherwise: Joi.forbidden() }),
  name: Joi.valid(...OFFLINE_COMMANDS).when('kind', {
    is: 'move',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
  input: Joi.object()
    .unknown()
    .when('kind', { is: 'move', then: Joi.required(), otherwise: Joi.forbidden() }),
  what: oneOf('approve', 'value', 'check').when('kind', {
    is: 'lead',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
  about: line(80).when('kind', { is: 'lead', then: Joi.required(), otherwise: Joi.forbidden() }),
  place: line(120).when('kind', {
    is: Joi.valid('look', 'mend'),
    then: Joi.required().messages({ 'any.required': 'Say where to look' }),
    otherwise: Joi.forbidden(),
  }),
  lengths: oneOf('in', 'mm').when('kind', {
    is: 'gauges',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
  moves: wheelMoves().when('kind', { is: 'rack', then: Joi.required(), otherwise: Joi.forbidden() }),
  way: oneOf(...WAYS).when('kind', { is: 'look', then: Joi.required(), otherwise: Joi.forbidden() }),
});

const stepId = () => line(80);

/** A scenario as a file brings it. */
export const practiceScenario = Joi.object<Scenario>({
  format: Joi.valid('wrenchwise-practice/1')
    .required()
    .messages({ 'any.only': 'This is no practice file', 'any.required': 'This is no practice file' }),
  id: Joi.string()
    .pattern(/^[a-z0-9-]{2,60}$/)
    .required()
    .messages({ 'string.pattern.base': 'Small letters, digits and dashes' }),
  title: line(200).required(),
  task: line(500).required(),
  car: line(120).required(),
  procedure: line(80).required(),
  ways: Joi.array().items(line(80)).max(20).default([]),
  from: stepId().allow(null).default(null),
  until: stepId().allow(null).default(null),
  faults: Joi.array()
    .items(
      Joi.object({
        kind: oneOf(...FAULT_KINDS).required(),
        at: line(120).required(),
        since: stepId().allow(null).default(null),
        bites: stepId().required(),
        reach: Joi.number().min(0).max(600),
      }),
    )
    .max(12)
    .unique((one, other) => one.kind === other.kind && one.at === other.at)
    .required(),
});

export const practiceAsked = Joi.object({
  scenario: line(120).allow(null).default(null),
  procedure: line(80).allow(null).default(null),
  ways: Joi.array().items(line(80)).max(20).default([]),
  mode: oneOf('refuses', 'lets-happen').default('lets-happen'),
  kinds: Joi.array()
    .items(oneOf(...FAULT_KINDS))
    .max(FAULT_KINDS.length)
    .default([]),
});
