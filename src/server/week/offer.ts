import 'server-only';
import { HOURS_PRIOR } from '@/core/labor/expect';
import { keptPlan } from '@/core/schedule/kept-plan';
import { addDays, fromAxis, morningOf, toAxis } from '@/core/schedule/calendar';
import { HOLDS, offerFor } from '@/core/schedule/offer';
import { newOrderPhases } from '@/core/schedule/remaining-work';
import type { WeekJob } from '@/core/schedule/types';
import type { WeekOffer } from '@/contracts/week-offer';
import type { Db } from '../database';
import { phaseOf } from './order-job';
import { readWeek } from './problem';
import type { WeekFile } from './week-file';

/** For whom: an order that is open, or a car at the counter of which only the hours are guessed. */
export interface AskedOffer {
  orderId: string | null;
  minutes: number;
  /** The day the customer would like it by, `YYYY-MM-DD`. */
  wish: string | null;
}

const NEW = 'new';

function jobAtCounter({ calendar }: WeekFile, minutes: number, now: Date): WeekJob {
  const gone = toAxis(calendar, now);
  return {
    id: NEW,
    label: 'The car at the counter',
    promise: null,
    sdLog: HOURS_PRIOR.sdLog,
    phases: newOrderPhases(minutes).map((phase, index) =>
      phaseOf(phase, { notBefore: index === 0 ? gone : 0 }),
    ),
  };
}

/** What can be promised with this week as it stands; null where there is no such open order. */
export async function weekOffer(tx: Db, now: Date, asked: AskedOffer): Promise<WeekOffer | null> {
  const file = await readWeek(tx, now);
  const { calendar, problem } = file;
  const own = asked.orderId === null ? null : problem.jobs.find(({ id }) => id === asked.orderId);
  if (own === undefined) return null;
  const job = own ?? jobAtCounter(file, asked.minutes, now);
  const others = { ...problem, jobs: problem.jobs.filter(({ id }) => id !== job.id) };
  const plan = keptPlan(others, file.agreed);
  const wished =
    asked.wish === null ? null : morningOf(calendar, addDays(asked.wish, 1)) / problem.dayMinutes - 1;
  const offer = offerFor(others, plan.placed, job, wished);
  return {
    day: calendar.days[offer.day] ?? null,
    promiseFor: fromAxis(calendar, (offer.day + 1) * problem.dayMinutes, true),
    likely: fromAxis(calendar, offer.p50, true),
    wished: offer.wished,
    holds: HOLDS,
  };
}
