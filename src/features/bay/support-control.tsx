'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { type RunDocument, type RunState, SUPPORT_WORDS } from '@/core/procedure/engine';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

/** Opened now and then: the page comes without it. */
const SupportSheet = dynamic(() => import('./support-sheet').then((all) => all.SupportSheet));

/** How each end stands, and the way to change it. It refuses to lower with something open, and says what. */
export function SupportControl({
  orderId,
  document,
  run,
}: {
  orderId: string;
  document: RunDocument;
  run: RunState;
}) {
  const [open, setOpen] = useState(false);
  const { front, rear } = run.car.support;
  return (
    <>
      <Button className="min-w-0 justify-start px-3 text-left" onClick={() => setOpen(true)}>
        <span className="sr-only">It stands</span>
        <span data-testid="support">
          {front === rear
            ? SUPPORT_WORDS[front]
            : `front ${SUPPORT_WORDS[front]}, rear ${SUPPORT_WORDS[rear]}`}
        </span>
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="How it stands">
        <SupportSheet orderId={orderId} document={document} run={run} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
