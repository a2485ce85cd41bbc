'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Step } from '@/core/procedure/types';
import { Choice } from '@/ui/choice';
import { Dialog } from '@/ui/dialog';
import type { BayProps } from './bay-props';
import type { FoundKind } from './found-forms';

/** With its calendar: it comes as it is opened, from the tablet's own store where there is no network. */
const FoundForm = dynamic(() => import('./found-forms').then((one) => one.FoundForm));

const KINDS = [
  ['finding', 'Found on the car'],
  ['damage', 'Damage done here'],
  ['watch', 'To be watched'],
  ['setting', 'Corner setting'],
] as const satisfies readonly (readonly [FoundKind, string])[];

/** Something noticed on the way: one tap from any step, and the work goes on. */
export function FoundButton({
  step,
  className,
  ...props
}: BayProps & { step: Step | null; className: string }) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<FoundKind>('finding');
  return (
    <>
      <button type="button" className={className} onClick={() => setOpen(true)}>
        Found
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Noticed on the way" wide>
        <Choice
          label="What it is"
          className="mb-4 grid grid-cols-2 gap-2 sm:grid-cols-4"
          itemClassName=""
          options={KINDS}
          value={kind}
          onValue={setKind}
        />
        <FoundForm key={kind} kind={kind} props={props} step={step} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
