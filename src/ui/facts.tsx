import type { ReactNode } from 'react';

/** Terms in one column and what is known of each beside them, a line each. */
export function Facts({
  of,
  className,
  loud = false,
}: {
  of: readonly (readonly [term: string, fact: ReactNode])[];
  className?: string;
  /** Where it is the term that is looked for, not the fact. */
  loud?: boolean;
}) {
  return (
    <dl className={className}>
      {of.map(([term, fact]) => (
        <div key={term} className="grid grid-cols-[8rem_1fr] gap-3 border-b border-rule py-1.5">
          <dt className={loud ? 'font-semibold' : 'text-soft'}>{term}</dt>
          <dd>{fact}</dd>
        </div>
      ))}
    </dl>
  );
}
