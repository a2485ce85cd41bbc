'use client';

import { useState } from 'react';
import { type RunDocument, type RunState, placedName } from '@/core/procedure/engine';
import { stillTight } from '@/core/procedure/tight';
import type { OneEnd } from '@/core/procedure/types';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Stripe } from '@/ui/stripe';

/** What still holds an end together, for an axle that will not come down. */
export function StillTight({
  document,
  run,
  end: first,
}: {
  document: RunDocument;
  run: RunState;
  end: OneEnd;
}) {
  const [open, setOpen] = useState(false);
  const [end, setEnd] = useState(first);
  const { fasteners, items } = stillTight(document, run, end);
  return (
    <>
      <Button
        wide
        className="mt-3"
        onClick={() => {
          setEnd(first);
          setOpen(true);
        }}
      >
        What is still tight here
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={`Still tight, ${end}`}>
        <div className="grid grid-cols-2 gap-2">
          {(['front', 'rear'] as const).map((one) => (
            <Button
              key={one}
              className="aria-pressed:bg-ink aria-pressed:text-paper"
              aria-pressed={one === end}
              onClick={() => setEnd(one)}
            >
              {one}
            </Button>
          ))}
        </div>
        <p className="mt-3">
          What is recorded as not yet loosened or freed. Unrecorded work is not known here.
        </p>
        <ul className="mt-2">
          {items.map((item) => (
            <li key={item.id} className="border-t border-rule py-2 text-lg">
              {placedName(item)}: not freed yet
            </li>
          ))}
          {fasteners.map((fastener) => (
            <li key={fastener.id} className="flex items-center gap-3 border-t border-rule py-2 text-lg">
              <Stripe state={run.fasteners.get(fastener.id)!.stripe} size={32} />
              {placedName(fastener)}
            </li>
          ))}
          {items.length + fasteners.length === 0 && (
            <li className="border-t border-rule py-3 text-lg">
              Nothing that the steps up to here would loosen.
            </li>
          )}
        </ul>
      </Dialog>
    </>
  );
}
