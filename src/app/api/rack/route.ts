import Joi from 'joi';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { LARGEST, jsonOf } from '@/server/body';
import { id } from '@/contracts/fields';
import { Refusal } from '@/core/refusal';
import { db } from '@/server/database';
import { mustBeChosen } from '@/server/devices/chosen';
import { dropSheet } from '@/server/devices/rack';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { platformSpec } from '@/server/queries/alignment-spec';
import type { Row } from '@/server/tables';

const schema = Joi.object<{ orderId: string; as: 'csv' | 'json'; short: boolean }>({
  orderId: id().required(),
  as: Joi.valid('csv', 'json').required(),
  short: Joi.boolean().required(),
});

/** The stand-in rack drops a sheet for an order into the shop's folder. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  await mustBeChosen(db(), 'rack');
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  const order = await db().row<Row<'work_order', 'number'> & Row<'vehicle', 'plate' | 'platform'>>(
    'SELECT number, plate, platform FROM work_order JOIN vehicle ON vehicle.id = vehicle_id WHERE work_order.id = ?',
    [value.orderId],
  );
  if (!order) throw new Refusal('no-order', 'There is no such work order.', 'orderId');
  const spec = await platformSpec(db(), order.platform);
  const name = await dropSheet(order, spec?.spec ?? null, value.as, value.short);
  return json(200, { ok: true, answer: { name } });
});
