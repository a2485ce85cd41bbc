'use client';

import { useState } from 'react';
import { describeQueued, type QueuedBody } from '@/contracts/queued';
import type { RunDocument } from '@/core/procedure/engine';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { discard } from './outbox';
import type { Waiting } from './store';

/** Moves that say something of how the car stands: thrown away they are a task for somebody. */
const OF_THE_CAR = ['step.done', 'support.set', 'torque.record', 'stuck.begin', 'stuck.end'];

/** Offers a text as a file to keep. */
function keepAsFile(name: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** What the shop refused for good: read, kept as a file, thrown away by the person; the rest goes on meanwhile. */
export function SetAside({ refused, document }: { refused: Waiting[]; document: RunDocument | null }) {
  const [open, setOpen] = useState(false);
  const { send, busy, errors } = useCommand('queued.discard');
  if (!refused.length) return null;
  const told = (move: Waiting) => describeQueued(JSON.parse(move.body) as QueuedBody, document);
  const throwAway = async (move: Waiting) => {
    const { orderId, name, at } = move;
    const needsLook = OF_THE_CAR.includes(name) && orderId !== '';
    if (
      needsLook &&
      !(await send({ orderId, name, at, words: `${told(move)} (${move.aside})`.slice(0, 400) }))
    )
      return;
    await discard(move.seq!);
  };
  return (
    <>
      <section role="alert" className="hatch flex flex-wrap items-center gap-4 px-6 py-3">
        <p className="min-w-0 grow font-head text-xl font-semibold">
          Refused for good and kept on this tablet: {refused.length}
        </p>
        <Button onClick={() => setOpen(true)}>Read what was refused</Button>
      </section>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Refused for good"
        intro="The shop could not take these. What opened, loosened, raised or lowered something becomes a task for somebody to look at the car when it is thrown away."
      >
        <ul>
          {refused.map((move) => (
            <li key={move.id} className="border-b border-rule py-3 text-lg">
              <p className="font-semibold">{told(move)}</p>
              <p className="text-soft">
                {new Date(move.at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}:{' '}
                {move.aside}
              </p>
              <div className="mt-2 flex flex-wrap gap-3">
                <Button weight="plain" onClick={() => keepAsFile(`refused-${move.id}.json`, move.body)}>
                  Save as a file
                </Button>
                <Button disabled={busy} onClick={() => void throwAway(move)}>
                  Throw away
                </Button>
              </div>
            </li>
          ))}
        </ul>
        {errors.map((error) => (
          <p key={error.message} role="alert" className="mt-3 font-semibold text-danger">
            {error.message}
          </p>
        ))}
      </Dialog>
    </>
  );
}
