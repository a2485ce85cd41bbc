'use client';

import { whoMayCheck } from '@/core/practice/alone';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { forbidsDrive, looseFasteners, openItems, placedName } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { CarPlan, type PlanMark } from '@/ui/car-plan';
import { OpenSign, Stripe } from '@/ui/stripe';
import type { BayProps } from './bay-props';
import type { Opened } from './open-sheet';

// Looked at only when something is tapped, or while the car is in the air: the page comes without them.
const StillTight = dynamic(() => import('./still-tight').then((all) => all.StillTight));
const SecondCheck = dynamic(() => import('../torque/second-check').then((all) => all.SecondCheck));
const OpenSheet = dynamic(() => import('./open-sheet').then((all) => all.OpenSheet));

/** What is open, loose and held, by corner on a plan of the car, and what that forbids now. */
export function BayOpen(props: BayProps & { step: Step | null; onStep: (id: string) => void }) {
  const { document, run, step, onStep } = props;
  const [looked, setLooked] = useState<Opened | null>(null);
  const open = openItems(document, run);
  const loose = looseFasteners(document, run);
  const looseAt = new Map<string, typeof loose>();
  for (const entry of loose) {
    const key = entry.fastener.corner ?? entry.fastener.end ?? 'both';
    looseAt.set(key, [...(looseAt.get(key) ?? []), entry]);
  }
  const marks: PlanMark[] = [
    ...open.map(({ item }, index) => ({
      id: item.id,
      label: String(index + 1),
      corner: item.corner ?? null,
      end: item.end ?? ('both' as const),
      tone: item.closeBefore ?? ('handoff' as const),
    })),
    ...[...looseAt].map(([key, entries]) => ({
      id: `loose ${key}`,
      label: `×${entries.length}`,
      corner: entries[0]!.fastener.corner ?? null,
      end: entries[0]!.fastener.end ?? ('both' as const),
      tone: 'loose' as const,
    })),
  ];
  const refused = forbidsDrive(document, run);
  // Those of the step in hand say so at their own card.
  const owed = document.fasteners.filter(
    (one) => run.fasteners.get(one.id)!.owesCheck && !step?.torques?.includes(one.id),
  );
  const inAir = run.car.support.front !== 'on-wheels' || run.car.support.rear !== 'on-wheels';
  const ground = open.filter(({ item }) => item.closeBefore === 'ground').length;
  const photo = step && props.stepPhotos[step.id];
  const row =
    'flex min-h-14 w-full cursor-pointer items-center gap-3 border-t border-rule py-1.5 text-left text-lg hover:bg-hair';
  return (
    <section className="px-6 py-4" aria-label="Open on the car">
      <h2>Open on the car</h2>
      <div className="flex items-start justify-center gap-3">
        <CarPlan
          className="max-h-72 min-w-0 flex-1"
          marks={marks}
          lit={step ? { corner: step.corner ?? null, end: step.end ?? 'both' } : null}
          support={run.car.support}
          label={`Car from above: ${open.length} open, ${loose.length} loose.`}
        />
        {photo && (
          <figure className="w-36 shrink-0">
            {/* eslint-disable-next-line @next/next/no-img-element -- served by our own photo route, sized there */}
            <img
              src={`/api/photos/${photo.photoId}?size=small`}
              alt={photo.twin ? 'The same place on the other side' : 'This place'}
              className="w-full border-2 border-rule"
            />
            <figcaption className="text-base text-soft">
              {photo.twin ? 'the other side' : 'this place'}
            </figcaption>
          </figure>
        )}
      </div>
      {inAir && ground > 0 && (
        <p className="hatch mb-2 px-3 py-2 text-lg font-semibold">
          Do not lower it: {ground} {ground === 1 ? 'thing' : 'things'} open that would be hurt.
        </p>
      )}
      {!inAir && refused.length > 0 && open.length + loose.length + owed.length > 0 && (
        <p className="hatch mb-2 px-3 py-2 text-lg font-semibold">Not to be driven.</p>
      )}
      <ul>
        {open.map(({ item }, index) => (
          <li key={item.id}>
            <button type="button" className={row} onClick={() => setLooked({ item })}>
              <span className="w-7 shrink-0 font-head text-xl">{index + 1}</span>
              <OpenSign size={34} label={item.kind === 'support' ? 'in place, to be taken away' : 'open'} />
              <span>{placedName(item)}</span>
            </button>
          </li>
        ))}
        {loose.map(({ fastener, looseness }) => (
          <li key={fastener.id}>
            <button type="button" className={row} onClick={() => setLooked({ fastener })}>
              <span className="w-7 shrink-0" />
              <Stripe state={looseness === 'snug' ? 'thin' : 'broken'} size={34} />
              <span>{placedName(fastener)}</span>
            </button>
          </li>
        ))}
        {owed.map((fastener) => (
          <li
            key={`owed ${fastener.id}`}
            className="flex items-center gap-3 border-t border-rule py-1.5 text-lg"
          >
            <span className="w-7 shrink-0" />
            <Stripe state="full" size={34} />
            <span className="flex-1">
              {placedName(fastener)} <strong className="font-semibold">owes a second check</strong>
            </span>
            <SecondCheck
              orderId={props.orderId}
              fastener={fastener}
              people={props.people}
              takenBy={run.fasteners.get(fastener.id)!.takenBy}
              may={whoMayCheck(document, fastener, props.alone)}
              button={{}}
            />
          </li>
        ))}
        {marks.length === 0 && (
          <li className="border-t border-rule py-3 text-lg text-soft">Nothing recorded as open or loose.</li>
        )}
        {[...run.leftOff].map((id) => (
          <li key={id} className="border-t border-rule py-2 text-lg text-soft">
            Left off: {placedName(document.items.find((item) => item.id === id)!)}
          </li>
        ))}
      </ul>
      {inAir && <StillTight document={document} run={run} end={step?.end === 'rear' ? 'rear' : 'front'} />}
      {looked && (
        <OpenSheet
          {...props}
          looked={looked}
          onClose={() => setLooked(null)}
          onStep={(id) => {
            setLooked(null);
            onStep(id);
            window.scrollTo({ top: 0 });
          }}
        />
      )}
    </section>
  );
}
