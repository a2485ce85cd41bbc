import type { ReactNode } from 'react';
import { Facts } from '@/ui/facts';
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
        <Facts
          className="pt-2"
          of={[
            ...facts,
            [
              'Locked by',
              <>
                <span className="text-sm break-all">{hash}</span>
                <span className="block text-sm text-soft">
                  A change of this entry, or of any before it, would show here.
                </span>
              </>,
            ],
          ]}
        />
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
