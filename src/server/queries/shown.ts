import 'server-only';
import { holdsRole } from '@/core/ledger/roles';
import { shopDay } from '@/core/units/shop-time';
import { now } from '../clock';
import { db } from '../database';
import { failedMessages } from '../messages/send';
import type { Person } from '../sessions/sessions';
import { openComeBacks } from './come-backs';
import { longTrials, openOrders, openTaskList, runningClocks, shopPlaces } from './day';
import { readShop } from './shop';
import { setsToChoose } from './wheel-sets';
import { comingBookings, openWishes } from './wishes';

/** What is not due within so many days stands on the page of the come-backs alone. */
const SOON_DAYS = 14;

/** What the day shows. */
export async function shownDay() {
  const at = now();
  const [{ timeZone }, orders, places, clocks, tasks, trials] = await Promise.all([
    readShop(db()),
    openOrders(db()),
    shopPlaces(db()),
    runningClocks(db()),
    openTaskList(db()),
    longTrials(db(), at.toISOString()),
  ]);
  const comeBacks = (await openComeBacks(db(), shopDay(at, timeZone))).filter(
    (one) => one.daysLeft !== null && one.daysLeft <= SOON_DAYS,
  );
  return { nowIso: at.toISOString(), timeZone, orders, places, clocks, comeBacks, tasks, trials };
}
export type ShownDay = Awaited<ReturnType<typeof shownDay>>;

/** What the page of the come-backs shows; a lead may close one without a visit. */
export async function shownComeBacks({ roles }: Person) {
  const at = now();
  const [{ timeZone }, places, orders, wishes, bookings, messagesFailed] = await Promise.all([
    readShop(db()),
    shopPlaces(db()),
    openOrders(db()),
    openWishes(db()),
    comingBookings(db(), at),
    failedMessages(),
  ]);
  const comeBacks = await openComeBacks(db(), shopDay(at, timeZone));
  const cars = [...new Set(comeBacks.map((one) => one.vehicleId))];
  const sets = Object.fromEntries(await setsToChoose(db(), cars));
  const free = places.filter((place) => !orders.some((order) => order.place === place.id));
  const lead = holdsRole(roles, ['lead']);
  return { timeZone, comeBacks, free, wishes, bookings, sets, lead, messagesFailed };
}
export type ShownComeBacks = Awaited<ReturnType<typeof shownComeBacks>>;
