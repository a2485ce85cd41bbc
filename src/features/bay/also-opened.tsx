'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Dialog } from '@/ui/dialog';
import type { Step } from '@/core/procedure/types';
import type { BayProps } from './bay-props';

/** With its picture: it comes as it is opened, from the tablet's own store where there is no network. */
const AlsoOpenedSheet = dynamic(() => import('./also-opened-sheet').then((one) => one.AlsoOpenedSheet));

/** Something opened that no step lists: this tap, and one for what it is and how. */
export function AlsoOpened({
  step,
  className,
  ...props
}: BayProps & { step: Step | null; className: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className={className} onClick={() => setOpen(true)}>
        Also opened
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Also opened, and no step says so" wide>
        <AlsoOpenedSheet {...props} step={step} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
