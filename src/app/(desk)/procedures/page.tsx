import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { titleOfProcedure } from '@/core/procedure/engine';
import { ImportProcedure } from '@/features/procedures/import-procedure';
import { LessonList } from '@/features/procedures/lesson-list';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { procedures } from '@/server/procedures';
import { lessons } from '@/server/queries/lessons';

export const metadata: Metadata = { title: 'Procedures' };

export default async function ProceduresPage() {
  await connection();
  const person = await requirePerson();
  const [known, told] = await Promise.all([procedures(db()), lessons(db())]);
  const lead = holdsRole(person.roles, ['lead']);
  const jobs = known.filter(({ procedure }) => !procedure.id.startsWith('visit-'));
  const visits = known.filter(({ procedure }) => procedure.id.startsWith('visit-'));
  const open = (id: string) => told.filter((one) => one.procedureId === id && !one.settled).length;
  const table = (list: typeof known) => (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">Procedure</th>
          <th scope="col">Steps</th>
          <th scope="col">By the book</th>
          <th scope="col">Ways</th>
          <th scope="col">Version</th>
        </tr>
      </thead>
      <tbody>
        {list.map(({ procedure, version, own }) => (
          <tr key={procedure.id}>
            <th scope="row" className="font-normal">
              <Link href={`/procedures/${procedure.id}`} className="font-semibold">
                {titleOfProcedure(procedure)}
              </Link>
              {open(procedure.id) > 0 && (
                <span className="ml-2 border border-ink px-1.5 text-sm font-semibold">
                  {open(procedure.id)} proposed
                </span>
              )}
            </th>
            <td className="figure">{procedure.steps.length}</td>
            <td className="figure">
              {Math.round(procedure.steps.reduce((sum, step) => sum + step.minutes, 0) / 6) / 10} h
            </td>
            <td className="figure">{procedure.ways.length || ''}</td>
            <td>{own ? `ours, ${version}` : 'as it ships'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <h1>Procedures</h1>
        <Link className="btn" href="/practice">
          Practice
        </Link>
      </div>
      <p className="pb-3 text-soft">
        The kit maker’s sheet, local code and a qualified technician come before anything written here. No
        procedure ships a torque value: they are entered from the sheet, by platform and kit.
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section>
          {table(jobs)}
          <h2 className="mt-8 mb-1">Visits</h2>
          {table(visits)}
        </section>
        <div className="grid content-start gap-8">
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">From the car</h2>
            <p className="mb-2 text-soft">
              For a job nobody here has written down: what holds what on its axle says what has to come apart.
            </p>
            <Link className="btn" href="/procedures/draft">
              Draft a procedure from the car
            </Link>{' '}
            <Link className="btn" href="/procedures/axles">
              How axles are hung
            </Link>
          </section>
          {lead && (
            <section>
              <h2 className="mb-2 border-b border-ink pb-1">From a file</h2>
              <ImportProcedure />
            </section>
          )}
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">What jobs would do differently</h2>
            <LessonList lessons={told} canSettle={lead} />
          </section>
        </div>
      </div>
    </>
  );
}
