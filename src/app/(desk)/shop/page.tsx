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

const PARTS = [
  ['details', 'Name, paper and money', true],
  ['hours', 'Hours and places', true],
  ['limits', 'Limits of this shop', true],
  ['wrenches', 'Torque wrenches', false],
  ['tools', 'Tool boards', false],
  ['crew', 'Crew', false],
  ['in-out', 'In and out', false],
] as const;

/** What else is the shop's, each with a page of its own. */
const PAGES = [
  ['/shop/people', 'People and devices', null],
  ['/shop/roles', 'Who may do what', null],
  ['/shop/audit', 'Who changed what', 'lead'],
  ['/shop/runs', 'How it runs', 'owner'],
  ['/welcome', 'Set-up, step by step', 'lead'],
  ['/messages', 'Messages', null],
  ['/stand-ins', 'Stand-ins', null],
  ['/kits', 'Kit ledger', null],
] as const;

const SIDE =
  'flex min-h-11 items-center border-l-4 border-transparent px-3 font-head text-lg font-medium no-underline hover:bg-hair aria-[current=page]:border-pen aria-[current=page]:font-bold';

export default async function ShopPage({ searchParams }: { searchParams: Promise<{ part?: string }> }) {
  await connection();
  const person = await requirePerson();
  const lead = holdsRole(person.roles, ['lead']);
  const asked = (await searchParams).part;
  const parts = PARTS.filter(([, , leads]) => lead || !leads);
  const [part, title] = parts.find(([id]) => id === asked) ?? parts[0]!;
  const [shop, people, tools, places, boards] = await Promise.all([
    readShop(db()),
    crew(),
    wrenches(db()),
    shopPlaces(db()),
    shopTools(db()),
  ]);
  const today = shopDay(now(), shop.timeZone);
  const shown = {
    details: () => <ShopDetailsForm details={shop} />,
    hours: () => (
      <>
        <ShopHoursForm hours={shop.hours} rackDays={shop.rackDays} />
        <div className="mt-4">
          {places.map((place) => (
            <PlaceForm key={place.id} place={place} />
          ))}
          <PlaceForm place={null} />
        </div>
      </>
    ),
    limits: () => <ShopLimits limits={shop} />,
    wrenches: () => (
      <>
        <ul className="mb-5">
          {tools.map((tool) => (
            <li key={tool.id} className="flex flex-wrap justify-between gap-x-3 border-b border-rule py-2">
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
        {lead && <AddWrench like={person} />}
      </>
    ),
    tools: () => (
      <>
        <ul className="mb-4 sm:columns-2 gap-8 overflow-y-auto">
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
      </>
    ),
    crew: () => (
      <>
        <ul className="mb-5">
          {people.map((member) => (
            <li key={member.id} className="flex justify-between gap-3 border-b border-rule py-2">
              <span className="font-semibold">{member.name}</span>
              <span className="text-soft">{member.roles.join(', ')}</span>
            </li>
          ))}
        </ul>
      </>
    ),
    'in-out': () => (
      <>
        {holdsRole(person.roles, ['owner']) && (
          <p className="pb-3">
            <a className="btn" href="/api/shop.zip">
              Everything in the shop, as a ZIP
            </a>
          </p>
        )}
        {lead ? <ImportOrder /> : <p>Orders come in and the shop goes out by the lead and the owner.</p>}
      </>
    ),
  }[part];
  return (
    <>
      <h1>{shop.name}</h1>
      <p className="pb-4 text-soft">
        {shop.timeZone} · {shop.currency} · {places.map((place) => place.name).join(', ')} · wheel nuts again
        after {shop.wheelRecheckKm} km, chassis after {shop.chassisRecheckKm} km or {shop.chassisRecheckDays}{' '}
        days
      </p>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[15rem_minmax(0,46rem)]">
        <nav aria-label="Settings of the shop" className="grid content-start sm:grid-cols-2 lg:grid-cols-1">
          {parts.map(([id, words]) => (
            <Link
              key={id}
              href={`/shop?part=${id}`}
              aria-current={id === part ? 'page' : undefined}
              className={SIDE}
            >
              {words}
            </Link>
          ))}
          {PAGES.filter(([, , role]) => role === null || holdsRole(person.roles, [role])).map(
            ([href, words]) => (
              <Link key={href} href={href} className={`${SIDE} text-soft`}>
                {words}
              </Link>
            ),
          )}
        </nav>
        <section>
          <h2 className="mb-2 border-b border-ink pb-1">{title}</h2>
          {shown()}
        </section>
      </div>
    </>
  );
}
