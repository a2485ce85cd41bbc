import type { Metadata } from 'next';
import Link from 'next/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopDay, shortDay } from '@/core/units/shop-time';
import { ComeBackMore, VisitButton } from '@/features/come-backs/visit-button';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { type ComeBack, comeBackTitle, dueWords, openComeBacks } from '@/server/queries/come-backs';
import { openOrders, shopPlaces } from '@/server/queries/day';
import { readShop } from '@/server/queries/shop';
import { Stripe } from '@/ui/stripe';

export const metadata: Metadata = { title: 'Come-backs' };

const round = (value: number) => Math.round(value).toLocaleString('en-US');

/** How much of the distance is driven, as a bar with its end at due. */
function Driven({ comeBack }: { comeBack: ComeBack }) {
  const { startOdometer, lastOdometer, dueOdometer, unit } = comeBack;
  if (startOdometer === null || lastOdometer === null || dueOdometer === null)
    return <p className="text-soft">by date: the dial was not read</p>;
  const part = Math.min(1, Math.max(0, (lastOdometer - startOdometer) / (dueOdometer - startOdometer)));
  return (
    <div>
      <div className="h-3 border border-rule bg-card" aria-hidden>
        <div className="h-full bg-pen" style={{ width: `${part * 100}%` }} />
      </div>
      <p className="text-[0.97rem] text-soft">
        due at <span className="figure text-[1.1rem] text-ink">{`${round(dueOdometer)} ${unit}`}</span>, last
        read {round(lastOdometer)} {unit}
        {comeBack.pacePerDay ? `, ${round(comeBack.pacePerDay)} ${unit} a day` : ''}
      </p>
    </div>
  );
}

export default async function ComeBacksPage() {
  await connection();
  const person = await requirePerson();
  const { timeZone } = await readShop(db());
  const [comeBacks, places, orders] = await Promise.all([
    openComeBacks(db(), shopDay(now(), timeZone)),
    shopPlaces(db()),
    openOrders(db()),
  ]);
  const free = places.filter((place) => !orders.some((order) => order.place === place.id));
  return (
    <>
      <h1>Come-backs</h1>
      <p className="pb-3 text-soft">
        What is due first leads. The day follows from the dial and the driver’s own pace.
      </p>
      <ul className="border-t border-ink">
        {comeBacks.map((comeBack) => {
          const sameCar = comeBacks.filter((other) => other.vehicleId === comeBack.vehicleId);
          const late = comeBack.daysLeft !== null && comeBack.daysLeft < 0;
          return (
            <li
              key={comeBack.id}
              className="grid items-center gap-x-6 gap-y-2 border-b border-rule py-3 lg:grid-cols-[56px_minmax(0,5fr)_minmax(0,4fr)_auto]"
            >
              <Stripe state={comeBack.stripe} size={52} />
              <div>
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <Link
                    href={`/orders/${comeBack.orderId}`}
                    className="font-head text-[1.35rem] font-semibold no-underline hover:underline"
                  >
                    {comeBack.label}
                  </Link>
                  <span className={late ? 'font-semibold text-danger' : 'font-semibold'}>
                    {dueWords(comeBack.daysLeft)}
                  </span>
                  {comeBack.dueOn && <span className="text-soft">{shortDay(comeBack.dueOn)}</span>}
                </p>
                <p>
                  <span className="font-semibold">{comeBackTitle(comeBack)}</span>
                  <span className="text-soft">
                    {' '}
                    · {comeBack.places.length} {comeBack.places.length === 1 ? 'place' : 'places'} ·{' '}
                    {comeBack.customer} · <span className="whitespace-nowrap">{comeBack.phone}</span>
                  </span>
                </p>
              </div>
              <Driven comeBack={comeBack} />
              <div className="flex flex-wrap justify-end gap-2">
                <ComeBackMore
                  followUpId={comeBack.id}
                  orderId={comeBack.orderId}
                  unit={comeBack.unit}
                  mayClose={holdsRole(person.roles, ['lead'])}
                />
                {comeBack.openVisit ? (
                  <Link className="btn btn-pen" href={`/bay/${comeBack.openVisit}`}>
                    Go on with it
                  </Link>
                ) : (
                  <VisitButton
                    followUpIds={sameCar.map((other) => other.id)}
                    label={comeBack.label}
                    unit={comeBack.unit}
                    places={free}
                  />
                )}
              </div>
            </li>
          );
        })}
        {comeBacks.length === 0 && (
          <li className="py-6 text-lg">
            Nobody is due back. Each handoff opens the wheel nuts and the chassis here.
          </li>
        )}
      </ul>
    </>
  );
}
