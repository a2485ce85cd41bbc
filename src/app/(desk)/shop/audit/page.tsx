import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { shopMoment } from '@/core/units/shop-time';
import { describeChange } from '@/features/people/change-words';
import { db } from '@/server/database';
import { requireRole } from '@/server/http';
import { peopleNames } from '@/server/queries/order';
import { auditPage, suspiciousActivity } from '@/server/queries/people';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Who changed what' };

export default async function AuditPage({ searchParams }: { searchParams: Promise<{ before?: string }> }) {
  await connection();
  await requireRole('lead');
  const { before } = await searchParams;
  const [{ lines, names, more }, doubts, shop, people] = await Promise.all([
    auditPage(db(), Number.parseInt(before ?? '', 10) || null),
    suspiciousActivity(db()),
    readShop(db()),
    peopleNames(db()),
  ]);
  const named = (who: string) => {
    const [kind, id = ''] = who.split(/ (.*)/s);
    return `${kind}: ${people[id] ?? id}`;
  };
  return (
    <>
      <h1 className="pb-1">Who changed what</h1>
      <p className="pb-4 text-soft">
        The shop’s own chain: people, places, tools, settings, the week. Each line is locked: a change would
        show. What belongs to a car is on its own trail.
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,3fr)]">
        <section>
          <ul className="border-t border-ink">
            {lines.map((line) => {
              const words = describeChange(line, { ...shop, names });
              return (
                <li
                  key={line.seq}
                  className="grid grid-cols-[11rem_minmax(0,1fr)] gap-4 border-b border-rule py-1.5"
                >
                  <span className="figure text-soft">{shopMoment(line.at, shop.timeZone)}</span>
                  <span className="min-w-0 wrap-anywhere">
                    <strong>{line.person ?? 'The shop’s own machine'}</strong> {words.done}
                    {words.about && (
                      <>
                        : <strong>{words.about}</strong>
                      </>
                    )}
                    {words.facts && <span className="block text-soft">{words.facts}</span>}
                  </span>
                </li>
              );
            })}
          </ul>
          {more && (
            <p className="pt-3">
              <Link href={`/shop/audit?before=${lines[lines.length - 1]!.seq}`}>Earlier</Link>
            </p>
          )}
        </section>
        <section>
          <h2 className="border-b border-ink pb-1">To be noticed</h2>
          <ul>
            {doubts.tries.map((row) => (
              <li key={row.who} className="border-b border-rule py-1.5">
                {named(row.who)}: {row.wrong} wrong tries, last {shopMoment(row.last_at, shop.timeZone)}
              </li>
            ))}
            {doubts.forged.map((row) => (
              <li key={row.taken_at} className="border-b border-rule py-1.5">
                A queued {row.name} whose signature did not fit, {shopMoment(row.taken_at, shop.timeZone)}
              </li>
            ))}
            {!doubts.tries.length && !doubts.forged.length && (
              <li className="py-2 text-soft">No wrong sign-ins open, nothing forged.</li>
            )}
          </ul>
        </section>
      </div>
    </>
  );
}
