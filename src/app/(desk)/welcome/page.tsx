import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { PlaceForm, ShopHoursForm } from '@/features/people/shop-hours';
import { ShopDetailsForm } from '@/features/shop/details-form';
import { AddPerson, AddTool, AddWrench } from '@/features/shop/shop-forms';
import { starterBoard } from '@/core/procedure/starter-board';
import { procedures } from '@/server/procedures';
import { shopTools } from '@/server/queries/orders';
import { StarterBoard } from '@/features/welcome/starter-board';
import { FirstPart } from '@/features/welcome/first-part';
import { db } from '@/server/database';
import { requireRole } from '@/server/http';
import { shopPlaces } from '@/server/queries/day';
import { readSetUp } from '@/server/queries/set-up';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Set the shop up' };

const STEPS = [
  [
    'details',
    'Name, paper and money',
    'What a customer’s paper says of the shop, the price of an hour, tax, and how long a quote holds.',
  ],
  [
    'people',
    'People',
    'Who works here, and what each may do. With one person every second check reads “no second person”.',
  ],
  ['places', 'Places', 'The lifts, floor bays and, if it is in the house, the rack.'],
  [
    'wrenches',
    'Torque wrenches',
    'Range and the day the calibration runs out. Without one no torque can be recorded.',
  ],
  ['tools', 'Tool boards', 'What the pull list is checked against before take-down.'],
  ['hours', 'Hours', 'When the shop is open, and when the rack can be had: what the week is planned in.'],
  ['kit', 'First part or kit', 'What you fit most. More come by CSV in the catalog.'],
] as const;
type StepId = (typeof STEPS)[number][0];

/** What the procedures ask for and is not on the boards yet. */
async function starterTools() {
  const [known, have] = await Promise.all([procedures(db()), shopTools(db())]);
  return starterBoard(
    known.map(({ procedure }) => procedure),
    have,
  );
}

export default async function WelcomePage({ searchParams }: { searchParams: Promise<{ step?: string }> }) {
  await connection();
  const person = await requireRole('lead');
  const [shop, setUp, places] = await Promise.all([readShop(db()), readSetUp(db()), shopPlaces(db())]);
  const done: Record<StepId, string | null> = {
    details: setUp.detailsSet ? shop.name : null,
    people: setUp.people > 1 ? `${setUp.people} people` : null,
    places: setUp.places ? places.map((place) => place.name).join(', ') : null,
    wrenches: setUp.wrenches ? `${setUp.wrenches} in use` : null,
    tools: setUp.tools ? `${setUp.tools} on the boards` : null,
    hours: setUp.hoursSet ? 'set' : null,
    kit: setUp.parts ? `${setUp.parts} parts` : null,
  };
  const asked = (await searchParams).step;
  const now: StepId =
    STEPS.find(([id]) => id === asked)?.[0] ?? STEPS.find(([id]) => !done[id])?.[0] ?? 'details';
  const index = STEPS.findIndex(([id]) => id === now);
  const next = STEPS[index + 1];
  return (
    <>
      <h1>Set up {shop.name}</h1>
      <p className="pb-5 text-soft">
        Seven things, then the first car. Each can be changed later under Shop; what you skip is asked for
        where it is needed.
      </p>
      <div className="grid gap-x-12 gap-y-6 lg:grid-cols-[18rem_minmax(0,1fr)]">
        <ol className="border-t border-ink">
          {STEPS.map(([id, name], at) => (
            <li key={id} className="border-b border-rule">
              <Link
                href={`/welcome?step=${id}`}
                aria-current={id === now ? 'step' : undefined}
                className="grid min-h-14 grid-cols-[2rem_1fr] items-center py-1.5 no-underline hover:bg-hair aria-[current=step]:bg-hair"
              >
                <span className="figure text-xl">{at + 1}</span>
                <span>
                  <span className="block font-semibold">{name}</span>
                  <span className="block text-sm text-soft">{done[id] ?? 'nothing yet'}</span>
                </span>
              </Link>
            </li>
          ))}
          <li className="pt-4">
            <Link href="/orders/new" className="btn btn-pen w-full">
              Take the first car in
            </Link>
          </li>
        </ol>
        <section className="max-w-2xl" aria-labelledby="step-now">
          <h2 id="step-now" className="border-b border-ink pb-1">
            {index + 1}. {STEPS[index]![1]}
          </h2>
          <p className="py-2">{STEPS[index]![2]}</p>
          {now === 'details' && <ShopDetailsForm details={shop} />}
          {now === 'people' && <AddPerson like={person} />}
          {now === 'places' && (
            <>
              {places.map((place) => (
                <PlaceForm key={place.id} place={place} />
              ))}
              <PlaceForm place={null} />
            </>
          )}
          {now === 'wrenches' && <AddWrench like={person} />}
          {now === 'tools' && (
            <>
              <AddTool />
              <StarterBoard key={setUp.tools} tools={await starterTools()} />
            </>
          )}
          {now === 'hours' && <ShopHoursForm hours={shop.hours} rackDays={shop.rackDays} />}
          {now === 'kit' && <FirstPart />}
          <p className="pt-5">
            {next ? (
              <Link href={`/welcome?step=${next[0]}`} className="btn">
                Next: {next[1].toLowerCase()}
              </Link>
            ) : (
              <Link href="/orders/new" className="btn btn-pen">
                Take the first car in
              </Link>
            )}
          </p>
        </section>
      </div>
    </>
  );
}
