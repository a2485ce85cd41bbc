import Joi from 'joi';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { LARGEST, jsonOf } from '@/server/body';
import { id } from '@/contracts/fields';
import { wheelMoves } from '@/contracts/wheel-moves';
import type { WheelMoves } from '@/core/alignment/coach';
import { standCar } from '@/core/planner/car-stand';
import { Refusal } from '@/core/refusal';
import { db } from '@/server/database';
import { mustBeChosen } from '@/server/devices/chosen';
import { dropSheet } from '@/server/devices/rack';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { platformSpec } from '@/server/queries/alignment-spec';
import { readOrderFile } from '@/server/queries/order';
import { plannedCar } from '@/server/queries/planning';

const schema = Joi.object<{
  orderId: string;
  as: 'csv' | 'json';
  outcome: 'in' | 'short' | 'turned';
  moves: WheelMoves;
}>({
  orderId: id().required(),
  as: Joi.valid('csv', 'json').required(),
  outcome: Joi.valid('in', 'short', 'turned').required(),
  moves: wheelMoves().default({}),
});

/** The stand-in rack drops a sheet for an order into the shop's folder. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  await mustBeChosen(db(), 'rack');
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  const { orderId, as, outcome, moves: turned } = value;
  const order = await readOrderFile(db(), orderId);
  if (!order) throw new Refusal('no-order', 'There is no such work order.', 'orderId');
  const spec = await platformSpec(db(), order.vehicle.platform);
  const input = outcome === 'turned' ? await plannedCar(db(), order) : null;
  if (outcome === 'turned' && !input)
    throw new Refusal('no-baseline', 'Measure the car as it came first.', 'orderId');
  const name = await dropSheet(
    { number: order.number, plate: order.vehicle.plate },
    spec?.spec ?? null,
    as,
    outcome === 'turned' ? { as: outcome, car: standCar(input!), moves: turned } : { as: outcome },
  );
  return json(200, { ok: true, answer: { name } });
});
