'use client';

import { type ReactNode, useId, useState } from 'react';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { WrongAt } from '@/ui/field';
import type { BayProps } from './bay-props';

/** Which wrench it is pulled with: the likely one, and a tap away the others, in place, as large as a glove needs them. */
export function WrenchChoice({
  wrenches,
  today,
  value,
  onValue,
  children,
}: Pick<BayProps, 'wrenches' | 'today'> & {
  value: string;
  onValue: (wrenchId: string) => void;
  /** Beside it. */
  children: ReactNode;
}) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const inUse = wrenches.filter((one) => one.out === null);
  const wordsOf = (one: (typeof inUse)[number]) =>
    `${one.name}${one.calibrationDue < today ? ', past its date' : ''}`;
  const chosen = inUse.find((one) => one.id === value);
  return (
    <>
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <Button
          className="justify-between! text-left aria-expanded:bg-ink aria-expanded:text-paper"
          aria-expanded={open}
          aria-controls={`${id}-list`}
          onClick={() => setOpen(!open)}
        >
          <span className="sr-only">Wrench: </span>
          {chosen ? wordsOf(chosen) : 'Choose a wrench'}
        </Button>
        {children}
      </div>
      <div id={`${id}-list`}>
        {open && (
          <Choice
            label="Wrench"
            className="mt-2 grid grid-cols-2 gap-2"
            itemClassName=""
            options={inUse.map((one) => [one.id, wordsOf(one)] as const)}
            value={value || null}
            onValue={(wrenchId) => {
              onValue(wrenchId);
              setOpen(false);
            }}
          />
        )}
      </div>
      <WrongAt name="wrenchId" id={id} />
    </>
  );
}
