import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { DraftFromCar } from '@/features/procedures/draft-from-car';
import { anatomies } from '@/server/anatomies';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { procedures } from '@/server/procedures';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Draft a procedure' };

const ENDS = ['front', 'rear'] as const;

export default async function DraftPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  await connection();
  const person = await requirePerson();
  const query = await searchParams;
  const [all, known] = await Promise.all([anatomies(), procedures(db())]);
  const asked = { front: query.front, rear: query.rear };
  const offered = ENDS.flatMap((end) =>
    all
      .filter((one) => one.ends.includes(end))
      // Asked for a car, only how its axles are hung is offered.
      .filter(({ fits }) => typeof asked[end] !== 'string' || fits.includes(asked[end]))
      .map((anatomy) => ({ anatomy, end })),
  );
  const chosen = offered.find(({ anatomy, end }) => anatomy.id === query.axle && end === query.end) ?? null;
  const href = (axle: string, end: string) => {
    const to = new URLSearchParams({ axle, end });
    for (const one of ENDS) if (typeof asked[one] === 'string') to.set(one, asked[one]);
    return `/procedures/draft?${to}`;
  };
  const mayDraft = holdsRole(person.roles, ['lead']);
  return (
    <>
      <p>
        <Link href="/procedures">Procedures</Link>
      </p>
      <h1>Draft a procedure from the car</h1>
      <p className="max-w-3xl pb-3 text-soft">
        From what holds what on its axle: a model, and not a maker’s sheet.{' '}
        {mayDraft ? '' : 'The lead drafts; everybody may look.'}
      </p>
      <nav aria-label="Which axle" className="mb-5 flex flex-wrap gap-2">
        {offered.map(({ anatomy, end }) => (
          <Link
            key={`${anatomy.id} ${end}`}
            href={href(anatomy.id, end)}
            aria-current={chosen?.anatomy === anatomy && chosen.end === end ? 'page' : undefined}
            className="btn aria-[current=page]:bg-ink aria-[current=page]:text-paper"
          >
            {anatomy.title}
            {anatomy.ends.length > 1 ? `, ${end}` : ''}
          </Link>
        ))}
      </nav>
      {chosen ? (
        <DraftFromCar
          key={`${chosen.anatomy.id} ${chosen.end}`}
          anatomy={chosen.anatomy}
          end={chosen.end}
          known={known.map(({ procedure }) => procedure.id)}
          mayDraft={mayDraft}
        />
      ) : (
        <p className="text-lg">Choose how the axle is hung.</p>
      )}
    </>
  );
}
