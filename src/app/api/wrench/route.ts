import Joi from 'joi';
import { LARGEST, jsonOf } from '@/server/body';
import { id } from '@/server/commands/fields';
import {
  bindWrench,
  dropTrayReading,
  takeReading,
  useTrayReading,
  waitFor,
} from '@/server/devices/torque-wrench';
import { actorOrAnswer, answerErrors, changing, json } from '@/server/http';

const fastener = {
  orderId: id().required(),
  fastenerId: Joi.string().max(80).required(),
};

type Ask =
  | { ask: 'bind'; wrenchId: string | null }
  | { ask: 'wait'; waiting: { orderId: string; fastenerId: string } | null }
  | { ask: 'pull'; nm: number; angleDeg: number | null }
  | { ask: 'use'; readingId: string; orderId: string; fastenerId: string }
  | { ask: 'drop'; readingId: string };

const ask = Joi.alternatives<Ask>().try(
  Joi.object({ ask: Joi.valid('bind').required(), wrenchId: id().allow(null).required() }),
  Joi.object({ ask: Joi.valid('wait').required(), waiting: Joi.object(fastener).allow(null).required() }),
  Joi.object({
    ask: Joi.valid('pull').required(),
    nm: Joi.number().min(0).max(2000).required(),
    angleDeg: Joi.number().greater(0).max(1080).allow(null).default(null),
  }),
  Joi.object({ ask: Joi.valid('use').required(), readingId: id().required(), ...fastener }),
  Joi.object({ ask: Joi.valid('drop').required(), readingId: id().required() }),
);

/** The tablet's torque wrench: bound here, waited for, pulled; and its tray. */
export const POST = changing(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const checked = ask.validate(await jsonOf(request, LARGEST.command));
  if (checked.error)
    return answerErrors(400, [{ field: '', code: 'shape', message: 'The wrench sent nothing readable.' }]);
  const { person, deviceId } = session;
  const value = checked.value as Ask;
  switch (value.ask) {
    case 'bind':
      await bindWrench(deviceId, value.wrenchId);
      return json(200, { ok: true, answer: {} });
    case 'wait':
      await waitFor(deviceId, value.waiting);
      return json(200, { ok: true, answer: {} });
    case 'pull':
      return json(200, { ok: true, answer: await takeReading(person, deviceId, value) });
    case 'use':
      await useTrayReading(person, deviceId, value.readingId, value);
      return json(200, { ok: true, answer: {} });
    case 'drop':
      await dropTrayReading(deviceId, value.readingId);
      return json(200, { ok: true, answer: {} });
  }
});
