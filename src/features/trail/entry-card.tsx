import type { ReactNode } from 'react';
import { Link } from '@/ui/link';

/** One entry by itself: what it says, when it was made and when it came, its hash, and what may be done about it. */
export function EntryCard({
  title,
  facts,
  hash,
  back,
  children,
}: {
  title: string;
  facts: readonly (readonly [string, string])[];
  hash: string;
  back: string;
  children: ReactNode;
}) {
  return (
    <section
      aria-label="This entry"
      className="mb-6 grid gap-x-10 gap-y-3 border-2 border-ink bg-card p-4 lg:grid-cols-[minmax(0,1fr)_auto]"
    >
      <div className="min-w-0">
        <h2>{title}</h2>
        <dl className="pt-2">
          {facts.map(([term, fact]) => (
            <div key={term} className="grid grid-cols-[8rem_1fr] gap-3 border-b border-rule py-1.5">
              <dt className="text-soft">{term}</dt>
              <dd>{fact}</dd>
            </div>
          ))}
          <div className="grid grid-cols-[8rem_1fr] gap-3 py-1.5">
            <dt className="text-soft">Locked by</dt>
            <dd>
              <span className="text-sm break-all">{hash}</span>
              <span className="block text-sm text-soft">
                A change of this entry, or of any before it, would show here.
              </span>
            </dd>
          </div>
        </dl>
      </div>
      <div className="no-print flex flex-wrap content-start gap-2 lg:flex-col">
        {children}
        <Link href={back} className="btn" scroll={false}>
          Close it
        </Link>
      </div>
    </section>
  );
}
