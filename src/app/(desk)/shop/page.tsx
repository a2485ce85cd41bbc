import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopDay, shortDay } from '@/core/units/shop-time';
import { torqueBoth } from '@/core/units/torque-text';
import { AddTool, AddWrench, MarkWrench, RetireTool, ShopLimits } from '@/features/shop/shop-forms';
import { PlaceForm, ShopHoursForm } from '@/features/people/shop-hours';
import { ShopDetailsForm } from '@/features/shop/details-form';
import { ImportOrder } from '@/features/formats/import-order';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { shopPlaces } from '@/server/queries/day';
import { shopTools, wrenches } from '@/server/queries/orders';
import { readShop } from '@/server/queries/shop';
import { crew } from '@/server/sessions/sessions';

export const metadata: Metadata = { title: 'Shop' };

export default async function ShopPage() {
  await connection();
  const person = await requirePerson();
  const [shop, people, tools, places, boards] = await Promise.all([
    readShop(db()),
    crew(),
    wrenches(db()),
    shopPlaces(db()),
    shopTools(db()),
  ]);
  const today = shopDay(now(), shop.timeZone);
  return (
    <>
      <h1>{shop.name}</h1>
      <p className="pb-4 text-soft">
        {shop.timeZone} · {shop.currency} · {places.map((place) => place.name).join(', ')} · wheel nuts again
        after {shop.wheelRecheckKm} km, chassis after {shop.chassisRecheckKm} km or {shop.chassisRecheckDays}{' '}
        days
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <div className="grid content-start gap-y-8">
          <section>
            <h2 className="border-b border-ink pb-1">Crew</h2>
            <ul className="mb-5">
              {people.map((member) => (
                <li key={member.id} className="flex justify-between gap-3 border-b border-rule py-2">
                  <span className="font-semibold">{member.name}</span>
                  <span className="text-soft">{member.roles.join(', ')}</span>
                </li>
              ))}
            </ul>
            <p className="flex flex-wrap gap-2">
              <Link className="btn" href="/shop/people">
                People and devices
              </Link>
              <Link className="btn" href="/shop/roles">
                Who may do what
              </Link>
              {holdsRole(person.roles, ['lead']) && (
                <>
                  <Link className="btn" href="/shop/audit">
                    Who changed what
                  </Link>
                  <Link className="btn" href="/welcome">
                    Set-up, step by step
                  </Link>
                </>
              )}
            </p>
          </section>
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">In and out</h2>
            <div className="flex flex-wrap gap-2 pb-3">
              <Link className="btn" href="/messages">
                Messages
              </Link>
              <Link className="btn" href="/stand-ins">
                Stand-ins
              </Link>
              <Link className="btn" href="/kits">
                Kit ledger
              </Link>
              {holdsRole(person.roles, ['owner']) && (
                <a className="btn" href="/api/shop.zip">
                  Everything in the shop, as a ZIP
                </a>
              )}
            </div>
            {holdsRole(person.roles, ['lead']) && <ImportOrder />}
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">Tool boards</h2>
            <ul className="mb-4 max-h-96 columns-2 gap-8 overflow-y-auto">
              {boards.map((tool) => {
                const name = [tool.size, tool.kind, tool.drive && `${tool.drive} drive`]
                  .filter(Boolean)
                  .join(' ');
                return (
                  <li
                    key={tool.id}
                    className="flex break-inside-avoid items-baseline justify-between border-b border-rule"
                  >
                    <span>{name}</span>
                    <RetireTool toolId={tool.id} name={name} />
                  </li>
                );
              })}
            </ul>
            <AddTool />
          </section>
          {holdsRole(person.roles, ['lead']) && (
            <section>
              <h2 className="mb-2 border-b border-ink pb-1">Limits of this shop</h2>
              <ShopLimits limits={shop} />
            </section>
          )}
        </div>
        <div className="grid content-start gap-y-8">
          <section>
            <h2 className="border-b border-ink pb-1">Torque wrenches</h2>
            <ul className="mb-5">
              {tools.map((tool) => (
                <li
                  key={tool.id}
                  className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-2"
                >
                  <span className="font-semibold">{tool.name}</span>
                  <span className="text-soft">
                    {torqueBoth(tool.lowNm)} to {torqueBoth(tool.highNm)}
                  </span>
                  {tool.out && <span className="hatch-word w-full px-2 font-semibold">Out: {tool.out}</span>}
                  <span className="flex w-full items-baseline justify-between gap-3">
                    <span className={tool.calibrationDue < today ? 'font-semibold text-danger' : 'text-soft'}>
                      {tool.calibrationDue < today ? 'calibration ran out' : 'calibrated until'}{' '}
                      {shortDay(tool.calibrationDue)} {tool.calibrationDue.slice(0, 4)}
                    </span>
                    <MarkWrench wrenchId={tool.id} name={tool.name} out={tool.out !== null} />
                  </span>
                </li>
              ))}
              {tools.length === 0 && (
                <li className="py-2 text-soft">
                  None yet: a torque is only recorded with a wrench the shop has.
                </li>
              )}
            </ul>
            {holdsRole(person.roles, ['lead']) && <AddWrench like={person} />}
          </section>
          {holdsRole(person.roles, ['lead']) && (
            <section>
              <h2 className="mb-2 border-b border-ink pb-1">Name, paper and money</h2>
              <ShopDetailsForm details={shop} />
            </section>
          )}
          {holdsRole(person.roles, ['lead']) && (
            <section>
              <h2 className="mb-2 border-b border-ink pb-1">Hours and places</h2>
              <ShopHoursForm hours={shop.hours} rackDays={shop.rackDays} />
              <div className="mt-4">
                {places.map((place) => (
                  <PlaceForm key={place.id} place={place} />
                ))}
                <PlaceForm place={null} />
              </div>
            </section>
          )}
        </div>
      </div>
    </>
  );
}
