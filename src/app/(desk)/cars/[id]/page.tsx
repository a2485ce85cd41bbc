import { Nothing } from '@/ui/states';
import { Link } from '@/ui/link';
import { notFound, redirect } from 'next/navigation';
import { connection } from 'next/server';
import type { Metadata } from 'next';
import { cache } from 'react';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { formatTape } from '@/core/calc/tape.format';
import { KNOWN_WORDS, type Known, measuresOf } from '@/core/planner/measures';
import { shopMoment } from '@/core/units/shop-time';
import { stanceOfOrder } from '@/core/stance/of-order';
import { VEHICLE_FACTS, vinWarning } from '@/core/vehicle-facts';
import { holdsRole } from '@/core/ledger/roles';
import { CorrectCar, CorrectCustomer, MergeWith } from '@/features/cars/put-right';
import { VehicleForm } from '@/features/cars/vehicle-form';
import { HeightHistory } from '@/features/heights/height-history';
import { heightHistory } from '@/features/heights/order-heights';
import { WheelSets } from '@/features/cars/wheel-sets';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { heightsOfCar } from '@/server/queries/car-heights';
import { openOnCar } from '@/server/queries/car-state';
import { readCar } from '@/server/queries/cars';
import { readOrderFile } from '@/server/queries/order';
import { readShop } from '@/server/queries/shop';
import { watchLines } from '@/server/queries/watch';
import { wheelSets, wheelsOnCar } from '@/server/queries/wheel-sets';
import { Facts } from '@/ui/facts';
import { Fold } from '@/ui/fold';

const carOf = cache((id: string) => (/^[0-9a-f-]{36}$/.test(id) ? readCar(db(), id) : Promise.resolve(null)));

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }): Promise<Metadata> {
  await connection();
  await requirePerson();
  const car = await carOf((await params).id);
  return { title: car ? `${car.label}, ${car.plate}` : 'Not here' };
}

export default async function CarPage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const car = await carOf(id);
  if (!car) notFound();
  if (car.mergedInto) redirect(`/cars/${car.mergedInto}`);
  const lastJob = car.visits.find((visit) => visit.kind === 'job' || visit.kind === 'next-stage');
  const [shop, sets, worn, open, watched, file] = await Promise.all([
    readShop(db()),
    wheelSets(db(), car.id),
    wheelsOnCar(db(), car.id),
    openOnCar(db(), car.id),
    watchLines(db(), car.id),
    lastJob ? readOrderFile(db(), lastJob.id) : null,
  ]);
  const history = file ? heightHistory(await heightsOfCar(db(), file), stanceOfOrder(file).target) : [];
  const defs = new Map(measuresOf({ front: car.front, rear: car.rear }).map((def) => [def.key, def]));
  return (
    <>
      <h1>{car.label}</h1>
      <p className="pb-4 text-soft">
        {car.plate} · {car.customer.name} · {car.customer.phone || 'no phone'} ·{' '}
        {car.customer.email || 'no mail'} · {SUSPENSIONS[car.front].name} in front,{' '}
        {SUSPENSIONS[car.rear].name} behind
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
        <section>
          <h2 className="border-b border-ink pb-1">Visits</h2>
          <ol>
            {car.visits.map((visit) => (
              <li key={visit.id} className="grid grid-cols-[5rem_1fr_auto] gap-3 border-b border-rule py-2">
                <Link href={`/orders/${visit.id}`} className="font-head text-lg">
                  {visit.number}
                </Link>
                <span>
                  {visit.kind === 'job' ? 'job' : `${visit.kind} visit`}: {visit.next}
                </span>
                <span className="text-soft">{shopMoment(visit.at, shop.timeZone)}</span>
              </li>
            ))}
          </ol>
          {open.length > 0 && (
            <>
              <h2 className="mt-8 border-b border-ink pb-1">Open or loose by its last record</h2>
              <ul>
                {open.map((words) => (
                  <li key={words} className="border-b border-rule py-1.5 font-medium">
                    {words}
                  </li>
                ))}
              </ul>
            </>
          )}
          {watched.length > 0 && (
            <>
              <h2 className="mt-8 border-b border-ink pb-1">To be watched</h2>
              <ul>
                {watched.map((line) => (
                  <li key={line.watchId} className="border-b border-rule py-1.5">
                    {line.words} <span className="text-soft">from order {line.orderNumber}</span>
                  </li>
                ))}
              </ul>
            </>
          )}
          {history.length > 0 && (
            <section className="mt-8">
              <HeightHistory ends={history} unit={person.lengthUnit} />
            </section>
          )}
          <h2 className="mt-8 border-b border-ink pb-1">Wheel sets</h2>
          <WheelSets
            vehicleId={car.id}
            sets={sets}
            wornId={worn?.id ?? null}
            mayTorque={holdsRole(person.roles, ['lead'])}
            torqueUnit={person.torqueUnit}
            lengthUnit={person.lengthUnit}
          />
          <h2 className="mt-8 border-b border-ink pb-1">Measured here</h2>
          {car.measures.length === 0 && <Nothing>Nothing beyond its heights yet.</Nothing>}
          <dl>
            {car.measures.map((one) => {
              const def = defs.get(one.label);
              return (
                <div
                  key={one.label}
                  className="grid grid-cols-[1fr_auto_9rem] gap-3 border-b border-rule py-1.5"
                >
                  <dt>{def ? `${def.label}${def.end ? `, ${def.end}` : ''}` : one.label}</dt>
                  <dd className="figure">
                    {def?.unit === 'mm' ? formatTape(one.value, person.lengthUnit, 32) : one.value}
                  </dd>
                  <dd className="text-soft">{KNOWN_WORDS[one.known as Known]}</dd>
                </div>
              );
            })}
          </dl>
        </section>
        <aside className="grid content-start gap-8">
          <section>
            <h2 className="border-b border-ink pb-1">Put right</h2>
            <div className="flex flex-wrap gap-3 pt-3">
              <CorrectCar car={car} />
              {holdsRole(person.roles, ['advisor']) && <CorrectCustomer customer={car.customer} />}
              {holdsRole(person.roles, ['lead']) && (
                <>
                  <MergeWith car={car} what="car" />
                  <MergeWith car={car} what="customer" />
                </>
              )}
            </div>
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">Which car exactly</h2>
            <Facts
              of={[
                ['VIN', car.vin || 'not written down'],
                ['Platform', car.platform || 'not written down'],
                ...VEHICLE_FACTS.flatMap(({ id: fact, label }) =>
                  car.facts[fact] ? [[label, car.facts[fact]] as const] : [],
                ),
                ['Wheelbase', formatTape(car.wheelbaseMm, person.lengthUnit, 32)],
                ['To be fitted later', car.later || 'nothing named'],
              ]}
            />
            <Fold title="Edit what is known" className="">
              <VehicleForm vehicle={{ ...car, warning: vinWarning(car.vin) }} />
            </Fold>
          </section>
          {car.others.length > 0 && (
            <section>
              <h2 className="border-b border-ink pb-1">The customer’s other cars</h2>
              <ul>
                {car.others.map((other) => (
                  <li key={other.id} className="border-b border-rule py-2">
                    <Link href={`/cars/${other.id}`}>{other.label}</Link>{' '}
                    <span className="text-soft">{other.plate}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </aside>
      </div>
    </>
  );
}
