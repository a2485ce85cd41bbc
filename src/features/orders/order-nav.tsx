'use client';

import { usePathname } from 'next/navigation';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { TapeMark } from '@/core/ledger/tape';
import { Link } from '@/ui/link';
import { LargeTape } from '@/ui/tape';

const PAGES = [
  ['', 'Overview'],
  ['look-over', 'Look over'],
  ['heights', 'Heights'],
  ['plan', 'Plan'],
  ['quote', 'Quote'],
  ['parts', 'Parts'],
  ['work', 'Work'],
  ['droop', 'Droop and lock'],
  ['trial', 'On trial'],
  ['torque', 'Torque'],
  ['alignment', 'Alignment'],
  ['road', 'Road'],
  ['photos', 'Photos'],
  ['handoff', 'Handoff'],
  ['trail', 'Trail'],
] as const;

/** The tape over an order's pages: on the first of them each mark leads to its page, on the others it is a line. */
export function OrderTape({
  orderId,
  ...tape
}: {
  orderId: string;
  marks: TapeMark[];
  hrefs: Record<string, string>;
  here?: string;
}) {
  const overview = usePathname() === `/orders/${orderId}`;
  return <LargeTape {...tape} labels={overview} />;
}

/** The pages of an order in one row, the current one marked; where there is no room the row is moved sideways. */
export function OrderNav({
  orderId,
  hasBay,
  tried,
}: {
  orderId: string;
  hasBay: boolean;
  /** A stance is or was on trial: its page stands in the row. */
  tried: boolean;
}) {
  const path = usePathname();
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    row.current?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [path]);
  return (
    <div className="flex border-y border-ink">
      <nav ref={row} aria-label="Pages of this order" className="flex min-w-0 flex-1 overflow-x-auto">
        {PAGES.filter(([page]) => tried || page !== 'trial' || path.endsWith('/trial')).map(
          ([page, label]) => {
            const href = `/orders/${orderId}${page && `/${page}`}`;
            const here = page ? path.startsWith(href) : path === href;
            return (
              <Link
                key={page}
                href={href}
                aria-current={here ? 'page' : undefined}
                className="flex min-h-11 items-center border-b-4 border-transparent px-2.5 font-head text-lg font-medium whitespace-nowrap no-underline hover:bg-hair aria-[current=page]:border-pen aria-[current=page]:bg-hair aria-[current=page]:font-bold"
              >
                {label}
              </Link>
            );
          },
        )}
      </nav>
      {hasBay && (
        <Link
          href={`/bay/${orderId}`}
          className="flex min-h-11 items-center bg-ink px-5 font-head text-lg font-semibold whitespace-nowrap text-paper no-underline"
        >
          Bay view
        </Link>
      )}
    </div>
  );
}

/** Once the head has been scrolled away, the car and its next thing stay in sight in one line. */
export function StuckHead({ car, next }: { car: string; next: ReactNode }) {
  const sentinel = useRef<HTMLDivElement>(null);
  const [gone, setGone] = useState(false);
  useEffect(() => {
    const seen = new IntersectionObserver(([entry]) => setGone(!entry!.isIntersecting));
    seen.observe(sentinel.current!);
    return () => seen.disconnect();
  }, []);
  return (
    <>
      <div ref={sentinel} aria-hidden="true" />
      {gone && (
        <div className="no-print fixed inset-x-0 top-0 z-20 flex h-14 items-center justify-between gap-4 border-b-2 border-ink bg-paper px-4 sm:px-7">
          <p className="truncate font-head text-xl font-semibold">{car}</p>
          <p className="min-w-0 shrink truncate font-head text-lg">{next}</p>
        </div>
      )}
    </>
  );
}
