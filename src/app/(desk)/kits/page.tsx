import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { describeClaim, describeLift } from '@/features/kits/kit-words';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { kitLines } from '@/server/queries/kit-ledger';

export const metadata: Metadata = { title: 'Kit ledger' };

export default async function KitsPage() {
  await connection();
  const person = await requirePerson();
  const kits = await kitLines(db());
  return (
    <>
      <h1>Kit ledger</h1>
      <p className="pb-3 text-soft">
        What each kit claims, and what was measured here after it was fitted. Measured figures are ours; they
        are no maker’s specification.
      </p>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">Kit</th>
            <th scope="col">Measured against claimed</th>
            <th scope="col" className="text-right!">
              Jobs
            </th>
            <th scope="col" className="text-right!">
              Found moved
            </th>
            <th scope="col" className="text-right!">
              Fouls
            </th>
          </tr>
        </thead>
        <tbody>
          {kits.map((kit) => (
            <tr key={kit.id}>
              <th scope="row" className="py-2">
                <Link href={`/kits/${kit.id}`} className="text-lg">
                  {kit.name}
                </Link>
              </th>
              <td>
                {kit.lifts.map((summary) => (
                  <span key={summary.end} className="block">
                    {describeLift(summary, person.lengthUnit)}{' '}
                    <strong className="whitespace-nowrap">({describeClaim(summary.ratio)})</strong>
                  </span>
                ))}
                {kit.lifts.length === 0 && (
                  <span className="text-soft">not finished on any car here yet</span>
                )}
              </td>
              <td className="figure text-right text-lg">{kit.jobs}</td>
              <td className="figure text-right text-lg">{kit.moved}</td>
              <td className="figure text-right text-lg">{kit.fouls}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
