'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { describeQueued, type QueuedBody } from '@/contracts/queued';
import type { RunDocument } from '@/core/procedure/engine';
import type { Bay } from './use-bay';

// Seldom is anything refused for good: it comes when it is.
const SetAside = dynamic(() => import('./set-aside').then((all) => all.SetAside));

/** What this tablet has that the shop has not: always in sight while there is something, or no network. */
export function OfflineStrip({ bay, document }: { bay: Bay; document: RunDocument | null }) {
  const { pending, online, able, tasks } = bay;
  const [open, setOpen] = useState(false);
  if (online && !pending.length && !tasks.length && !bay.refused.length && able) return null;
  return (
    <>
      {(!online || pending.length > 0) && (
        <section
          aria-label="Without network"
          className="unsent flex flex-wrap items-center gap-x-5 gap-y-2 border-b-2 border-rule px-6 py-2.5"
        >
          <p role="status" className="text-lg font-semibold">
            {online
              ? 'Sending what waited here.'
              : able
                ? 'No network. Work goes on; this tablet keeps it.'
                : 'No network, and this browser keeps nothing: nothing can be recorded until it is back.'}
          </p>
          {pending.length > 0 && <Button onClick={() => setOpen(true)}>{pending.length} not sent yet</Button>}
          {pending.length > 0 && <Button onClick={bay.send}>Try now</Button>}
        </section>
      )}
      {online && !able && (
        <p className="border-b-2 border-rule px-6 py-2 text-lg text-soft">
          Offline is off: this page did not come over https. Open the shop by its https address to work
          without network.
        </p>
      )}
      {bay.refused.length > 0 && <SetAside refused={bay.refused} document={document} />}
      {tasks.length > 0 && (
        <section role="alert" className="hatch flex flex-wrap items-center gap-4 px-6 py-3">
          <div className="min-w-0 grow">
            <p className="font-head text-xl font-semibold">Not taken; somebody has to look</p>
            {tasks.map((words) => (
              <p key={words}>{words}</p>
            ))}
          </div>
          <Button onClick={bay.clearTasks}>Read</Button>
        </section>
      )}
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Not sent yet"
        intro="In the order they were done. Each goes out once, when the network is back."
      >
        <ol>
          {pending.map((move) => (
            <li key={move.id} className="flex justify-between gap-4 border-b border-rule py-2 text-lg">
              <span>
                {describeQueued(JSON.parse(move.body) as QueuedBody, document)}
                {move.photo ? `, ${Math.ceil(move.photo.blob.size / 1024)} kB` : ''}
              </span>
              <span className="figure text-soft">
                {new Date(move.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}
              </span>
            </li>
          ))}
        </ol>
      </Dialog>
    </>
  );
}
