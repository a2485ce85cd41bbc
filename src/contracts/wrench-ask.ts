import Joi from 'joi';
import { id, oneOf } from './fields';

const fastener = {
  orderId: id().required(),
  fastenerId: Joi.string().max(80).required(),
};

/** What is asked of the wrench bound to a tablet. */
export type WrenchAsk =
  | { ask: 'bind'; wrenchId: string | null }
  | { ask: 'wait'; waiting: { orderId: string; fastenerId: string } | null }
  | { ask: 'pull'; nm: number; angleDeg: number | null }
  | { ask: 'use'; readingId: string; orderId: string; fastenerId: string }
  | { ask: 'drop'; readingId: string };

export const wrenchAsk = Joi.alternatives<WrenchAsk>().try(
  Joi.object({ ask: oneOf('bind').required(), wrenchId: id().allow(null).required() }),
  Joi.object({ ask: oneOf('wait').required(), waiting: Joi.object(fastener).allow(null).required() }),
  Joi.object({
    ask: oneOf('pull').required(),
    nm: Joi.number().min(0).max(2000).required(),
    angleDeg: Joi.number().greater(0).max(1080).allow(null).default(null),
  }),
  Joi.object({ ask: oneOf('use').required(), readingId: id().required(), ...fastener }),
  Joi.object({ ask: oneOf('drop').required(), readingId: id().required() }),
);
