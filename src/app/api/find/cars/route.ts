import { db } from '@/server/database';
import { actorOrAnswer, json } from '@/server/http';
import { knownCars } from '@/server/queries/cars';

/** Cars the shop has seen, by a few letters of plate, name or customer; without letters those seen last. */
export async function GET(request: Request) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const text = new URL(request.url).searchParams.get('q') ?? '';
  return json(200, { ok: true, answer: { cars: await knownCars(db(), text) } });
}
