'use client';

import { Link } from '@/ui/link';
import { shopMoment } from '@/core/units/shop-time';
import type { ShownComeBacks } from '@/server/queries/shown';
import { ShownPage } from '../shell/shown-page';
import { CalendarFeed } from './calendar-feed';
import { CarRow } from './car-row';
import { Wish } from './wishes';

export function ComeBacksPage() {
  return (
    <ShownPage<ShownComeBacks> from="/api/shown/come-backs">
      {(shown) => <ComeBacksView {...shown} />}
    </ShownPage>
  );
}

function ComeBacksView({
  timeZone,
  comeBacks,
  free,
  wishes,
  bookings,
  sets,
  lead,
  messagesFailed,
}: ShownComeBacks) {
  const cars = [...new Set(comeBacks.map((one) => one.vehicleId))];
  return (
    <>
      <h1>Come-backs</h1>
      <p className="pb-3 text-soft">
        What is due first leads. The day follows from the dial and the driver’s own pace.
      </p>
      {messagesFailed > 0 && (
        <p className="hatch mb-4 px-4 py-2 font-medium">
          {messagesFailed === 1 ? 'One message' : `${messagesFailed} messages`} did not get out.{' '}
          <Link href="/messages">See which</Link>
        </p>
      )}
      {wishes.length > 0 && (
        <section className="mb-6 max-w-4xl">
          <h2 className="border-b border-ink pb-1">Asked for a date</h2>
          <ul>
            {wishes.map((wish) => (
              <Wish key={wish.wishId} wish={wish} />
            ))}
          </ul>
        </section>
      )}
      <ul>
        {cars.map((vehicleId) => (
          <CarRow
            key={vehicleId}
            comeBacks={comeBacks.filter((one) => one.vehicleId === vehicleId)}
            places={free}
            sets={sets[vehicleId] ?? []}
            mayClose={lead}
          />
        ))}
        {comeBacks.length === 0 && (
          <li className="border-t border-ink py-6 text-lg">
            Nobody is due back. Each handoff opens the wheel nuts, the chassis, the heights and the rack here.
          </li>
        )}
      </ul>
      <div className="mt-8 grid gap-x-10 gap-y-6 border-t border-ink pt-4 lg:grid-cols-3">
        <section>
          <h2 className="border-b border-ink pb-1">Booked on the rack</h2>
          <ul>
            {bookings.map((booking) => (
              <li key={booking.orderId + booking.startsAt} className="border-b border-rule py-1.5">
                <Link href={`/orders/${booking.orderId}/alignment`} className="font-semibold">
                  {shopMoment(booking.startsAt, timeZone)}
                </Link>
                <span className="block text-soft">
                  {booking.label.split(',')[0]}, order {booking.number} · {booking.rack}
                </span>
              </li>
            ))}
            {bookings.length === 0 && <li className="py-2 text-soft">Nothing is booked.</li>}
          </ul>
        </section>
        <section>
          <h2 className="border-b border-ink pb-1">Reminders</h2>
          <p className="py-2">
            They go out at four fifths of the way, when due, and when overdue; never at night, never twice.
          </p>
          <Link className="btn" href="/messages">
            Messages and their words
          </Link>
        </section>
        {lead && (
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">In a calendar</h2>
            <CalendarFeed />
          </section>
        )}
      </div>
    </>
  );
}
