import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopDay } from '@/core/units/shop-time';
import { DayView } from '@/features/day/day-view';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { openComeBacks } from '@/server/queries/come-backs';
import { longTrials, openOrders, openTaskList, runningClocks, shopPlaces } from '@/server/queries/day';
import { readShop } from '@/server/queries/shop';
import { requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Today' };

export default async function DayPage() {
  await connection();
  const person = await requirePerson();
  const { timeZone } = await readShop(db());
  const at = now();
  const [orders, places, clocks, comeBacks, tasks, trials] = await Promise.all([
    openOrders(db()),
    shopPlaces(db()),
    runningClocks(db()),
    openComeBacks(db(), shopDay(at, timeZone)),
    openTaskList(db()),
    longTrials(db(), at.toISOString()),
  ]);
  // The day shows whose turn comes within two weeks; the rest stands on its own page.
  const soon = comeBacks.filter((one) => one.daysLeft !== null && one.daysLeft <= 14);
  return (
    <DayView
      viewer={{ id: person.id, name: person.name }}
      nowIso={at.toISOString()}
      {...{ timeZone, orders, places, clocks, comeBacks: soon, tasks, trials }}
    />
  );
}
