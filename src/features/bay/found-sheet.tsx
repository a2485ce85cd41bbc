'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Step } from '@/core/procedure/types';
import { Dialog } from '@/ui/dialog';
import type { BayProps } from './bay-props';

/** With its calendar: it comes as it is opened, from the tablet's own store where there is no network. */
const FoundForms = dynamic(() => import('./found-forms').then((one) => one.FoundForms));

/** Something noticed on the way: one tap from any step, and the work goes on. */
export function FoundButton({
  step,
  className,
  ...props
}: BayProps & { step: Step | null; className: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className={className} onClick={() => setOpen(true)}>
        Found
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Noticed on the way" wide>
        <FoundForms props={props} step={step} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
