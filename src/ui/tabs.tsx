'use client';

import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A page of which one part is in sight at a time. */
export function Tabs<T extends string>({
  value,
  onValue,
  children,
}: {
  value: T;
  onValue: (value: T) => void;
  children: ReactNode;
}) {
  return (
    <Radix.Root value={value} onValueChange={(next) => onValue(next as T)}>
      {children}
    </Radix.Root>
  );
}

export function TabList<T extends string>({
  label,
  tabs,
}: {
  label: string;
  tabs: readonly (readonly [value: T, words: string])[];
}) {
  return (
    <Radix.List aria-label={label} className="flex gap-1">
      {tabs.map(([id, words]) => (
        <Radix.Trigger
          key={id}
          value={id}
          className="btn btn-plain aria-selected:border-b-4 aria-selected:border-b-pen aria-selected:no-underline"
        >
          {words}
        </Radix.Trigger>
      ))}
    </Radix.List>
  );
}

export function TabPanel({
  of,
  className,
  children,
}: {
  of: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Radix.Content value={of} className={className}>
      {children}
    </Radix.Content>
  );
}
