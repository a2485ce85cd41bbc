import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { AxleFigures } from '@/features/procedures/axle-figures';
import { anatomies, ownAnatomies } from '@/server/anatomies';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { platformsAndKits } from '@/server/queries/kept-values';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'How axles are hung' };

export default async function AxlesPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  await connection();
  const person = await requirePerson();
  const query = await searchParams;
  const [all, own, { platforms }] = await Promise.all([
    anatomies(),
    ownAnatomies(db()),
    platformsAndKits(db()),
  ]);
  const platform = typeof query.platform === 'string' ? query.platform : '';
  const shipped = all.find(({ id }) => id === query.axle) ?? null;
  const copy = own.find((one) => one.anatomy.id === shipped?.id && one.platform === platform) ?? null;
  const href = (axle: string, of: string) =>
    `/procedures/axles?${new URLSearchParams({ axle, platform: of })}`;
  return (
    <>
      <p>
        <Link href="/procedures">Procedures</Link>
      </p>
      <h1>How axles are hung</h1>
      <p className="max-w-3xl pb-3 text-soft">
        What holds what, how far each line reaches and what stops the droop: assumed figures, until somebody
        has measured one car of a platform. From then on the jobs of that platform are proved on its own
        figures.
      </p>
      <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[340px_minmax(0,1fr)]">
        <nav aria-label="Which axle">
          <ul className="border-t border-ink">
            {all.map(({ id, title }) => (
              <li key={id} className="border-b border-rule py-1.5">
                <Link
                  href={href(id, platform)}
                  aria-current={id === shipped?.id ? 'page' : undefined}
                  className="font-semibold aria-[current=page]:border-b-4 aria-[current=page]:border-pen"
                >
                  {title}
                </Link>
                {own
                  .filter(({ anatomy }) => anatomy.id === id)
                  .map((one) => (
                    <Link key={one.platform} href={href(id, one.platform)} className="ml-2 text-soft">
                      {one.platform}, measured
                    </Link>
                  ))}
              </li>
            ))}
          </ul>
        </nav>
        {shipped ? (
          <AxleFigures
            key={`${shipped.id} ${platform} ${copy?.version ?? 0}`}
            shipped={shipped}
            own={copy}
            platform={platform}
            platforms={platforms}
            mayEdit={holdsRole(person.roles, ['lead'])}
          />
        ) : (
          <p className="text-lg">Choose an axle.</p>
        )}
      </div>
    </>
  );
}
