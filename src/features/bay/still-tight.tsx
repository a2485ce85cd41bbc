'use client';

import { useState } from 'react';
import { type RunDocument, type RunState, placedName } from '@/core/procedure/engine';
import { axlePicture } from '@/core/anatomy/picture';
import { axlesOf } from '@/core/procedure/axles-of';
import { endNow } from '@/core/procedure/on-axle';
import { capital } from '@/core/wording';
import { stillTight } from '@/core/procedure/tight';
import { type UnderTheCar, underTheCar } from '@/core/procedure/under-the-car';
import type { OneEnd } from '@/core/procedure/types';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Stripe } from '@/ui/stripe';
import { AxlePicture } from './axle-picture';

/** How it hangs, what carries it, and what of the way out is still closed. */
function OnTheAxle({ axle }: { axle: UnderTheCar }) {
  return (
    <section className="mt-3" aria-label="Under the car">
      {axle.hangs.length > 0 && (
        <p>
          {capital(axle.hangs.map(({ side, mm }) => `${side} wheel ${mm} mm`).join(', '))} below ride height,
          as far as the record knows.
        </p>
      )}
      {axle.carried.length > 0 && <p>Carried: {axle.carried.join('; ')}.</p>}
      {axle.wayOut.map((way) => (
        <div key={way.body} className="mt-2">
          <h3 className="text-xl">Out next: {way.body}</h3>
          <p className="pb-1">{capital(way.title)}. Still closed on this way:</p>
          <ul>
            {way.joints.map(({ name, state }) => (
              <li key={name} className="flex items-center gap-3 border-t border-rule py-2 text-lg">
                <Stripe state={state === 'eased' ? 'broken' : 'bare'} size={32} />
                {name}: {state === 'eased' ? 'eased, it turns and cannot part' : 'closed'}
              </li>
            ))}
            {way.joints.length === 0 && (
              <li className="border-t border-rule py-2 text-lg">Nothing: every joint of it is open.</li>
            )}
          </ul>
        </div>
      ))}
      {axle.lines.length > 0 && (
        <p className="mt-2">
          Not free, with the drop each reaches:{' '}
          {axle.lines.map(({ name, reach }) => `${name} ${reach} mm`).join('; ')}. Assumed figures: look
          before you let it down.
        </p>
      )}
    </section>
  );
}

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
  const axle = open ? underTheCar(document, run, end) : null;
  const drawn = open ? axlesOf(document).find((one) => one.end === end) : undefined;
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
      <Dialog open={open} onClose={() => setOpen(false)} title={`Still tight, ${end}`} wide>
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
        {drawn && axle && (
          <AxlePicture
            picture={axlePicture(drawn, endNow(document, run, end))}
            end={end}
            lit={axle.wayOut.flatMap(({ joints }) => joints.map(({ id }) => id))}
          />
        )}
        {axle && <OnTheAxle axle={axle} />}
        {axle && <h3 className="mt-3 text-xl">Steps not done yet</h3>}
        <p className={axle ? '' : 'mt-3'}>
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
