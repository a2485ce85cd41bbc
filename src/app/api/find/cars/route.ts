import { db } from '@/server/database';
import { actorOrAnswer, json } from '@/server/http';
import { carsOfPhone, carsOfPlate, knownCars } from '@/server/queries/cars';

/** Cars the shop has seen, by a few letters of plate, name or customer; without letters those seen last; or just those of a plate or a telephone. */
export async function GET(request: Request) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const asked = new URL(request.url).searchParams;
  const [plate, phone] = [asked.get('plate'), asked.get('phone')];
  const cars = plate
    ? await carsOfPlate(db(), plate)
    : phone
      ? await carsOfPhone(db(), phone)
      : await knownCars(db(), asked.get('q') ?? '');
  return json(200, { ok: true, answer: { cars } });
}
