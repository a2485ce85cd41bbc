'use client';

import { useState } from 'react';
import { STUCK_CURES } from '@/core/ledger/kinds/noted';
import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FormErrors } from '@/ui/field';
import { PhotoButton } from '../photos/photo-upload';
import type { BayProps } from './bay-props';

const WHAT = ['seized', 'sheared', 'stripped'] as const;
const HOT = 'Heat is a hot-work step: hose, boot and tank screened, extinguisher at hand, fire watch after.';

/** What will not come, and what brought it loose. */
export function StuckSheet({
  orderId,
  stepId,
  fasteners,
  free,
  stuckHere,
  onDone,
}: Pick<BayProps, 'orderId'> & {
  stepId: string;
  fasteners: Fastener[];
  /** Those nobody has said are stuck. */
  free: Fastener[];
  stuckHere: BayProps['stuck'];
  onDone: () => void;
}) {
  const begin = useCommand('stuck.begin');
  const end = useCommand('stuck.end');
  const [what, setWhat] = useState<(typeof WHAT)[number]>('seized');
  const [photoId, setPhotoId] = useState<string | null>(null);
  const nameOf = (id: string) => placedName(fasteners.find((fastener) => fastener.id === id)!);
  return (
    <>
      {stuckHere.map((one) => (
        <section key={one.stuckId} className="mb-4 border-b-2 border-rule pb-3">
          <h3 className="text-xl">
            {nameOf(one.fastenerId)}, {Math.round(one.minutes)} min so far
          </h3>
          <PhotoButton
            orderId={orderId}
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
                  if (await end.send({ orderId: orderId, stuckId: one.stuckId, how })) onDone();
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
              orderId={orderId}
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
                    orderId: orderId,
                    fastenerId: fastener.id,
                    what,
                    photoId,
                  });
                  if (answer) onDone();
                }}
              >
                Record it {what}: {placedName(fastener)}
              </Button>
            ))}
          </div>
        </>
      )}
      <FormErrors errors={[...begin.errors, ...end.errors]} />
    </>
  );
}
