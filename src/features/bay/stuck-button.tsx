'use client';

import { useState } from 'react';
import { STUCK_CURES } from '@/core/ledger/kinds/noted';
import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { PhotoButton } from '../photos/photo-upload';
import type { BayProps } from './bay-props';
import { Choice } from '@/ui/choice';

const WHAT = ['seized', 'sheared', 'stripped'] as const;
const HOT = 'Heat is a hot-work step: hose, boot and tank screened, extinguisher at hand, fire watch after.';

/** One tap on the fastener that will not come: its time counts by this reason until it is loose. */
export function StuckButton({
  fasteners,
  stepId,
  className,
  ...props
}: BayProps & { fasteners: Fastener[]; stepId: string; className: string }) {
  const begin = useCommand('stuck.begin');
  const end = useCommand('stuck.end');
  const [open, setOpen] = useState(false);
  const [what, setWhat] = useState<(typeof WHAT)[number]>('seized');
  const [photoId, setPhotoId] = useState<string | null>(null);
  const stuckHere = props.stuck.filter((one) => fasteners.some((fastener) => fastener.id === one.fastenerId));
  const free = fasteners.filter((fastener) => !stuckHere.some((one) => one.fastenerId === fastener.id));
  const nameOf = (id: string) => placedName(fasteners.find((fastener) => fastener.id === id)!);
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
        {stuckHere.map((one) => (
          <section key={one.stuckId} className="mb-4 border-b-2 border-rule pb-3">
            <h3 className="text-xl">
              {nameOf(one.fastenerId)}, {Math.round(one.minutes)} min so far
            </h3>
            <PhotoButton
              orderId={props.orderId}
              className="btn mb-2 w-full"
              label="Photo of it, for the customer"
              target={{
                stepId,
                corner: fasteners.find((fastener) => fastener.id === one.fastenerId)?.corner ?? null,
                occasion: null,
                caption: 'stuck fastener',
                fastenerId: one.fastenerId,
              }}
            />
            <p className="mb-2">What brought it loose, mildest first. {HOT}</p>
            <div className="grid grid-cols-2 gap-2">
              {STUCK_CURES.map((how) => (
                <Button
                  key={how}
                  size="tall"
                  disabled={end.busy}
                  onClick={async () => {
                    if (await end.send({ orderId: props.orderId, stuckId: one.stuckId, how })) setOpen(false);
                  }}
                >
                  {how}
                </Button>
              ))}
            </div>
          </section>
        ))}
        {free.length > 0 && (
          <>
            <Choice
              label="What it is"
              className="grid grid-cols-3 gap-2"
              itemClassName="min-h-14"
              options={WHAT.map((one) => [one, one] as const)}
              value={what}
              onValue={setWhat}
            />
            <div className="mt-2 grid gap-2">
              <PhotoButton
                orderId={props.orderId}
                className="btn"
                label={photoId ? 'Photo kept' : 'Photo of it, for the customer'}
                target={{
                  stepId,
                  corner: fasteners[0]!.corner ?? null,
                  occasion: null,
                  caption: `${what} fastener`,
                }}
                onKept={setPhotoId}
              />
              {free.map((fastener) => (
                <Button
                  key={fastener.id}
                  weight="pen"
                  size="tallest"
                  disabled={begin.busy}
                  onClick={async () => {
                    const answer = await begin.send({
                      orderId: props.orderId,
                      fastenerId: fastener.id,
                      what,
                      photoId,
                    });
                    if (answer) setOpen(false);
                  }}
                >
                  Record it {what}: {placedName(fastener)}
                </Button>
              ))}
            </div>
          </>
        )}
        <FormErrors errors={[...begin.errors, ...end.errors]} />
      </Dialog>
    </>
  );
}
