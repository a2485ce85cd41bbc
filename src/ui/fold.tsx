'use client';

import { ChevronDown } from 'lucide-react';
import { Accordion } from 'radix-ui';
import type { ReactNode } from 'react';

/** A part of a page that is opened when it is wanted; closed it is not on paper either. */
export function Fold({
  title,
  open = false,
  className = 'border-b border-rule',
  children,
}: {
  title: ReactNode;
  open?: boolean;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Accordion.Root type="single" collapsible defaultValue={open ? 'it' : undefined} className={className}>
      <Accordion.Item value="it">
        <Accordion.Header asChild>
          <div>
            <Accordion.Trigger className="group line flex w-full cursor-pointer items-center gap-2 text-left font-head text-lg font-semibold">
              <ChevronDown
                className="size-5 shrink-0 -rotate-90 group-data-[state=open]:rotate-0"
                aria-hidden
              />
              <span>{title}</span>
            </Accordion.Trigger>
          </div>
        </Accordion.Header>
        <Accordion.Content className="pb-2">{children}</Accordion.Content>
      </Accordion.Item>
    </Accordion.Root>
  );
}
