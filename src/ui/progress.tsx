'use client';

import { Progress as Radix } from 'radix-ui';

/** How far something is on its way. */
export function Progress({ share, label }: { share: number; label: string }) {
  return (
    <Radix.Root
      value={Math.round(share * 100)}
      aria-label={label}
      className="mt-1 block h-2 w-full border border-ink bg-card"
    >
      <Radix.Indicator className="block h-full bg-pen" style={{ width: `${share * 100}%` }} />
    </Radix.Root>
  );
}
