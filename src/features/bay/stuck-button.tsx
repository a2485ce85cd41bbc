'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Fastener } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import type { BayProps } from './bay-props';

/** Opened where it is not one fastener, or when it came loose: the page comes without it. */
const StuckSheet = dynamic(() => import('./stuck-sheet').then((all) => all.StuckSheet));

/** One tap on the fastener that will not come: its time counts by this reason until it is loose. */
export function StuckButton({
  fasteners,
  stepId,
  className,
  ...props
}: BayProps & { fasteners: Fastener[]; stepId: string; className: string }) {
  const begin = useCommand('stuck.begin');
  const [open, setOpen] = useState(false);
  const stuckHere = props.stuck.filter((one) => fasteners.some((fastener) => fastener.id === one.fastenerId));
  const free = fasteners.filter((fastener) => !stuckHere.some((one) => one.fastenerId === fastener.id));
  if (!fasteners.length) return null;
  return (
    <>
      <button
        type="button"
        className={className}
        disabled={begin.busy}
        onClick={async () => {
          // One fastener at this step: one tap is enough; what it is and its photo follow while it is worked on.
          if (free.length === 1 && !stuckHere.length)
            await begin.send({
              orderId: props.orderId,
              fastenerId: free[0]!.id,
              what: 'seized',
              photoId: null,
            });
          else setOpen(true);
        }}
      >
        <span>
          {stuckHere.length ? `Stuck ${Math.round(stuckHere[0]!.minutes)} min` : 'Stuck'}
          <span className="block text-base leading-tight font-medium">
            {stuckHere.length ? 'what brought it loose' : 'starts its minutes'}
          </span>
        </span>
      </button>
      <FormErrors errors={open ? [] : begin.errors} />
      <Dialog open={open} onClose={() => setOpen(false)} title="A fastener will not come">
        <StuckSheet
          {...props}
          stepId={stepId}
          fasteners={fasteners}
          free={free}
          stuckHere={stuckHere}
          onDone={() => setOpen(false)}
        />
      </Dialog>
    </>
  );
}
