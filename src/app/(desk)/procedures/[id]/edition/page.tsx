import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { stepChanges } from '@/core/procedure/editions';
import { titleOfProcedure } from '@/core/procedure/engine';
import { TakeSteps } from '@/features/procedures/take-steps';
import { anatomies } from '@/server/anatomies';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { editionsOf, procedureById } from '@/server/procedures';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'What ships anew' };

export default async function EditionPage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const [ours, editions] = await Promise.all([procedureById(db(), id), editionsOf(id)]);
  if (!ours || !editions) notFound();
  const changes = stepChanges(editions.first, ours.procedure, editions.second);
  return (
    <>
      <p>
        <Link href={`/procedures/${id}`}>{titleOfProcedure(ours.procedure)}</Link>
      </p>
      <h1>What ships anew, beside ours</h1>
      <p className="max-w-3xl pb-3 text-soft">
        The file our version was made from has a second edition: proved on the car, with pins, tools by size
        and honest minutes. Take of it what you want, step by step; what you leave stays as you wrote it. Jobs
        that run keep theirs.
      </p>
      <TakeSteps
        key={ours.hash}
        ours={ours.procedure}
        second={editions.second}
        version={ours.version}
        changes={changes}
        anatomies={await anatomies()}
        mayEdit={holdsRole(person.roles, ['lead'])}
      />
    </>
  );
}
