'use client';

import { useRef, useState } from 'react';
import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueBoth } from '@/core/units/torque-text';
import { Button } from '@/ui/button';
import { Stripe } from '@/ui/stripe';
import type { BayProps } from './bay-props';
import { describeTake } from './take-words';
import { TorqueCard } from './torque-card';

/** The final torques in one walk round the car: the one to take now, large, and the way on. */
export function TorqueWalk({ walk, ...props }: BayProps & { walk: Fastener[] }) {
  const [now, ...then] = walk;
  const takeRef = useRef<(() => void) | null>(null);
  const [words, setWords] = useState<string | null>(null);
  if (!now) return null;
  return (
    <section className="pt-3" aria-label="Walk round the car">
      <h1 className="px-6 text-5xl leading-tight">{placedName(now)}</h1>
      <div className="mt-3 border-t-2 border-rule">
        <TorqueCard key={now.id} {...props} fastener={now} first takeRef={takeRef} onWords={setWords} />
      </div>
      <ol className="grid gap-x-6 border-t-2 border-rule px-6 py-3 sm:grid-cols-2">
        {then.slice(0, 8).map((fastener) => (
          <li
            key={fastener.id}
            className="flex min-h-12 items-center gap-3 border-b border-rule py-1 text-lg"
          >
            <Stripe state={props.run.fasteners.get(fastener.id)!.stripe} size={30} />
            <span className="flex-1">{placedName(fastener)}</span>
            <span className="figure">
              {props.run.fasteners.get(fastener.id)!.spec
                ? torqueBoth(props.run.fasteners.get(fastener.id)!.spec!.nm)
                : 'no value'}
            </span>
          </li>
        ))}
      </ol>
      <div className="fixed inset-x-0 bottom-0 z-30 flex border-t-2 border-rule bg-paper">
        <p className="flex min-h-24 flex-1 items-center px-6 font-head text-xl">
          {walk.length} left on the way round
        </p>
        <Button
          weight="pen"
          className="min-h-24 flex-[2] text-3xl"
          disabled={!props.run.fasteners.get(now.id)!.spec}
          onClick={() => takeRef.current?.()}
        >
          {words ??
            describeTake(now, props.run.fasteners.get(now.id)!, props.recheck, props.viewer.torqueUnit)}
        </Button>
      </div>
    </section>
  );
}
