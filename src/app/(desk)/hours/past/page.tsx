import type { Metadata } from 'next';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { addDays } from '@/core/schedule/calendar';
import { fromShopTime, shopDay } from '@/core/units/shop-time';
import { PastHours } from '@/features/hours/past-hours';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readHoursBook } from '@/server/queries/hours-book';
import { readShop } from '@/server/queries/shop';
import { DayField } from '@/ui/day-field';

export const metadata: Metadata = { title: 'Hours behind us' };

const DAY = /^\d{4}-\d\d-\d\d$/;

export default async function PastHoursPage({
  searchParams,
}: {
  searchParams: Promise<{ from?: string; to?: string }>;
}) {
  await connection();
  await requirePerson();
  const { timeZone } = await readShop(db());
  const today = shopDay(now(), timeZone);
  const asked = await searchParams;
  const from = DAY.test(asked.from ?? '') ? asked.from! : addDays(today, -180);
  const to = DAY.test(asked.to ?? '') ? asked.to! : today;
  const book = await readHoursBook(
    db(),
    new Date(fromShopTime(`${from}T00:00`, timeZone)),
    new Date(fromShopTime(`${addDays(to, 1)}T00:00`, timeZone)),
  );
  const file = (what: string) => `/api/hours.csv?${new URLSearchParams({ from, to, what })}`;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4 pb-4">
        <h1>Hours behind us</h1>
        <form className="no-print flex flex-wrap items-end gap-3">
          <DayField name="from" label="From" defaultValue={from} />
          <DayField name="to" label="To" defaultValue={to} />
          <Button type="submit">Show</Button>
        </form>
      </div>
      <p className="no-print flex flex-wrap gap-4 pb-5">
        <Link href="/hours">Hours today</Link>
        <a href={file('clocks')}>Clocks as CSV</a>
        <a href={file('jobs')}>Jobs as CSV</a>
        <a href={file('steps')}>Steps as CSV</a>
      </p>
      <PastHours book={book} timeZone={timeZone} />
    </>
  );
}
