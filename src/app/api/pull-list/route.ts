import Joi from 'joi';
import { LARGEST, jsonOf } from '@/server/body';
import { id } from '@/contracts/fields';
import { readOrderFile } from '@/server/queries/order';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { actorOrAnswer, answerErrors, withMutationGuards, json } from '@/server/http';
import { previewStart } from '@/server/queries/pull-list';

interface Ask {
  orderId: string;
  procedures: { id: string; ways: string[] }[];
  choices: Record<string, string>;
}

const ask = Joi.object<Ask>({
  orderId: id().required(),
  procedures: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(80).required(),
        ways: Joi.array().items(Joi.string().max(60)).max(20).default([]),
      }),
    )
    .min(1)
    .max(12)
    .required(),
  choices: Joi.object().pattern(Joi.string().max(80), Joi.string().max(80)).default({}),
});

/** What would have to be laid out, asked and known if these procedures were started now. It changes nothing. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const checked = ask.validate(await jsonOf(request, LARGEST.command));
  if (checked.error)
    return answerErrors(400, [
      { field: 'procedures', code: 'shape', message: 'Choose at least one procedure.' },
    ]);
  const { orderId, procedures, choices } = checked.value as Ask;
  const file = await readOrderFile(db(), orderId);
  if (!file)
    return answerErrors(404, [
      { field: 'orderId', code: 'no-order', message: 'There is no such work order.' },
    ]);
  const order = { vehicleId: file.vehicle.id, state: file.state };
  return json(200, { ok: true, answer: await previewStart(db(), order, procedures, choices, now()) });
});
