import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { hoursText } from '@/core/units/money';
import { fromShopTime, shopClock, shopDay, shopMoment } from '@/core/units/shop-time';
import { CloseClock } from '@/features/hours/close-clock';
import { JobHours } from '@/features/hours/job-hours';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { hoursSince, openClocks, overlaps, runningJobs } from '@/server/queries/hours';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Hours' };

export default async function HoursPage() {
  await connection();
  const person = await requirePerson();
  const at = now();
  const shop = await readShop(db());
  const today = shopDay(at, shop.timeZone);
  const midnight = new Date(fromShopTime(`${today}T00:00`, shop.timeZone));
  const [clocks, people, jobs, over] = await Promise.all([
    openClocks(db(), at),
    hoursSince(db(), midnight, at),
    runningJobs(db(), at),
    overlaps(db(), at),
  ]);
  const lead = holdsRole(person.roles, ['lead']);
  const forgotten = clocks.filter((clock) => clock.forgotten);
  const running = clocks.filter((clock) => !clock.forgotten);
  return (
    <>
      <div className="flex items-baseline justify-between pb-2">
        <h1>Hours</h1>
        <Link href="/hours/past">Hours behind us, and files</Link>
      </div>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,4fr)]">
        <section>
          <h2 className="border-b border-ink pb-1">Jobs in the works, against their book</h2>
          <JobHours jobs={jobs} />
        </section>
        <div className="grid content-start gap-8">
          {forgotten.length > 0 && (
            <section>
              <h2 className="border-b border-ink pb-1">Forgotten clocks</h2>
              <ul>
                {forgotten.map((clock) => (
                  <li key={clock.clockId} className="border-b border-rule py-2">
                    <p>
                      <strong>{clock.person}</strong> on{' '}
                      <Link href={`/orders/${clock.orderId}`}>job {clock.orderNumber}</Link> since{' '}
                      {shopMoment(clock.from, shop.timeZone)}
                    </p>
                    {lead ? (
                      <CloseClock clockId={clock.clockId} from={clock.from} timeZone={shop.timeZone} />
                    ) : (
                      <p className="text-soft">The lead closes it, with a reason.</p>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section>
            <h2 className="border-b border-ink pb-1">On the clock now</h2>
            <ul>
              {running.map((clock) => (
                <li key={clock.clockId} className="flex justify-between gap-3 border-b border-rule py-2">
                  <span>
                    <strong>{clock.person}</strong>{' '}
                    <Link href={`/orders/${clock.orderId}`}>{clock.car.split(',')[0]}</Link>
                  </span>
                  <span className="figure whitespace-nowrap">
                    since {shopClock(clock.from, shop.timeZone)}
                  </span>
                </li>
              ))}
              {running.length === 0 && <li className="py-2 text-soft">Nobody.</li>}
            </ul>
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">Today, by person</h2>
            <ul>
              {people.map((one) => (
                <li key={one.person} className="flex justify-between gap-3 border-b border-rule py-2">
                  <span>
                    <strong>{one.person}</strong>{' '}
                    <span className="text-soft">
                      {one.jobs} {one.jobs === 1 ? 'job' : 'jobs'}
                    </span>
                  </span>
                  <span className="figure">{hoursText(one.minutes)}</span>
                </li>
              ))}
              {people.length === 0 && <li className="py-2 text-soft">Nobody clocked on today.</li>}
            </ul>
          </section>
          {over.length > 0 && (
            <section>
              <h2 className="border-b border-ink pb-1">Two clocks at once</h2>
              <p className="text-soft">Kept as they came in; the lead looks at them.</p>
              <ul>
                {over.map((one) => (
                  <li key={`${one.person} ${one.at}`} className="border-b border-rule py-1.5">
                    {one.person}: jobs {one.orders.join(' and ')}, {shopMoment(one.at, shop.timeZone)}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </>
  );
}
