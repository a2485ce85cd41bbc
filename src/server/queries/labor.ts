import { type SmallPart, smallParts } from '@/core/procedure/small-parts';
import { type ExpectedLabor, expectLabor } from '@/core/labor/expect';
import { type OrderState, latestPlan } from '@/core/ledger/order-state';
import { fitsCar, usualFor } from '@/core/planner/procedures-for';
import { isRusty, proceduresOf } from '@/core/schedule/remaining-work';
import type { Db } from '../database';
import { procedureLibrary, procedures } from '../procedures';
import { finishedWork } from './planning';

interface Car {
  frontSuspension: string;
  rearSuspension: string;
}

/** Minutes a job will take, from the shop's own past. */
export async function expectedLabor(
  tx: Db,
  state: OrderState,
  platform: string,
  book: number,
): Promise<ExpectedLabor> {
  const library = (await procedureLibrary()).map(({ procedure }) => procedure);
  const asked = proceduresOf(state, library);
  const past = await finishedWork(tx, { procedures: asked, platform });
  const known = past.some((job) => job.procedures === asked && job.platform === platform);
  return expectLabor(past, { procedures: asked, platform, book, rusty: isRusty(state), firstTime: !known });
}

/** The procedures a plan asks for on this car, each with its minutes by the book; none where the library has none. */
export async function bookOfPlan(
  tx: Db,
  state: OrderState,
  car: Car,
): Promise<{ title: string; minutes: number; small: SmallPart[] }[]> {
  const parts = latestPlan(state)?.data.parts ?? [];
  return (await procedures(tx))
    .filter(({ procedure }) => fitsCar(procedure.fits, car) && usualFor(procedure, parts))
    .map(({ procedure }) => ({
      title: procedure.title,
      minutes: procedure.steps.reduce((sum, step) => sum + step.minutes, 0),
      small: smallParts(procedure),
    }));
}
