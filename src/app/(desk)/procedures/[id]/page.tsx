import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { diffProcedures } from '@/core/procedure/diff';
import { titleOfProcedure } from '@/core/procedure/engine';
import { Differences } from '@/features/procedures/differences';
import { DraftedHere } from '@/features/procedures/drafted-here';
import { LessonList } from '@/features/procedures/lesson-list';
import { ProcedureEditor } from '@/features/procedures/procedure-editor';
import { anatomiesOf } from '@/server/anatomies';
import { StartPractice } from '@/features/practice/start-practice';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { editionsOf, procedureById, versionsOf } from '@/server/procedures';
import { lessons } from '@/server/queries/lessons';
import { peopleNames } from '@/server/queries/order';

export const metadata: Metadata = { title: 'Procedure' };

const asVersion = (text: string | string[] | undefined) =>
  typeof text === 'string' && /^\d{1,6}$/.test(text) ? Number(text) : undefined;

export default async function ProcedurePage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const query = await searchParams;
  const [version, against] = [asVersion(query.version), asVersion(query.against)];
  const [found, versions, told, people, editions] = await Promise.all([
    procedureById(db(), id, version),
    versionsOf(db(), id),
    lessons(db(), { procedureId: id }),
    peopleNames(db()),
    editionsOf(id),
  ]);
  if (!found) notFound();
  const other = against === undefined ? null : await procedureById(db(), id, against);
  const newest = versions[0]?.version ?? found.version;
  const lead = holdsRole(person.roles, ['lead']);
  return (
    <>
      <p>
        <Link href="/procedures">Procedures</Link>
      </p>
      <div className="flex flex-wrap items-start justify-between gap-4 pb-3">
        <div>
          <h1>{titleOfProcedure(found.procedure)}</h1>
          <p className="max-w-3xl text-soft">{found.procedure.summary}</p>
        </div>
        <div className="flex flex-wrap gap-2">
          <StartPractice what={{ procedure: id }} label="Practice this job" earnest={false} />
          {found.own && editions && (
            <Link className="btn" href={`/procedures/${id}/edition`}>
              What ships anew
            </Link>
          )}
          <Link className="btn" href={`/procedures/${id}/values`}>
            Value sheet
          </Link>
          <a className="btn" href={`/api/procedures/${id}?version=${found.version}`} download>
            Save as a file
          </a>
        </div>
      </div>
      {found.procedure.drafted && (
        <DraftedHere
          procedureId={id}
          drafted={found.procedure.drafted}
          mayRelease={lead && found.version === newest}
        />
      )}
      <ul className="mb-4 flex flex-wrap gap-x-6 gap-y-1 border-y border-rule py-2" aria-label="Versions">
        {versions.map((one) => (
          <li key={one.version}>
            <Link
              href={`/procedures/${id}?version=${one.version}`}
              aria-current={one.version === found.version ? 'true' : undefined}
              className="font-semibold aria-[current=true]:border-b-4 aria-[current=true]:border-pen"
            >
              Version {one.version}
            </Link>{' '}
            <span className="text-soft">
              {one.note.replace(/\.$/, '')}
              {one.personId ? `, ${people[one.personId]}` : ''}
            </span>{' '}
            {one.version !== found.version && (
              <Link href={`/procedures/${id}?version=${found.version}&against=${one.version}`}>compare</Link>
            )}
          </li>
        ))}
      </ul>
      {other && (
        <Differences
          from={other.version}
          to={found.version}
          differences={diffProcedures(other.procedure, found.procedure)}
        />
      )}
      {told.length > 0 && (
        <section className="mb-6 max-w-3xl">
          <h2 className="border-b border-ink pb-1">What jobs would do differently</h2>
          <LessonList lessons={told} canSettle={lead} />
        </section>
      )}
      <ProcedureEditor
        key={found.hash}
        shipped={found.procedure}
        version={found.version}
        anatomies={await anatomiesOf(found.procedure)}
        mayEdit={lead && found.version === newest}
        why={
          lead
            ? `An older version: version ${newest} is edited.`
            : 'The lead edits procedures; everybody reads them.'
        }
      />
    </>
  );
}
