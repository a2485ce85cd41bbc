'use client';

import {
  type RunDocument,
  type RunState,
  looseFasteners,
  openItems,
  placedName,
  forbidsDrive,
} from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { CarPlan, type PlanMark } from '@/ui/car-plan';
import { OpenSign, Stripe } from '@/ui/stripe';

/** What is open and what is loose, by corner on a plan of the car, and what that forbids now. */
export function BayOpen({
  document,
  run,
  step,
  onStep,
}: {
  document: RunDocument;
  run: RunState;
  step: Step | null;
  onStep: (id: string) => void;
}) {
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
  const closer = (itemId: string) =>
    document.steps.find((candidate) => candidate.closes?.includes(itemId) && !run.done.has(candidate.id));
  const torquer = (fastenerId: string) =>
    document.steps.find(
      (candidate) =>
        (candidate.torques?.includes(fastenerId) || candidate.snugs?.includes(fastenerId)) &&
        !run.done.has(candidate.id),
    );
  const refused = forbidsDrive(document, run);
  const inAir = run.car.support.front !== 'on-wheels' || run.car.support.rear !== 'on-wheels';
  const ground = open.filter(({ item }) => item.closeBefore === 'ground').length;
  const row = 'flex min-h-14 w-full items-center gap-3 border-t border-rule py-1.5 text-left text-[1.1rem]';
  return (
    <section className="px-6 py-4" aria-label="Open on the car">
      <h2>Open on the car</h2>
      <CarPlan
        className="mx-auto max-h-72 w-full"
        marks={marks}
        lit={step ? { corner: step.corner ?? null, end: step.end ?? 'both' } : null}
        support={run.car.support}
        label={`Car from above: ${open.length} open, ${loose.length} loose.`}
      />
      {inAir && ground > 0 && (
        <p className="hatch mb-2 px-3 py-2 text-[1.15rem] font-semibold">
          Do not lower it: {ground} {ground === 1 ? 'thing' : 'things'} open that would be hurt.
        </p>
      )}
      {!inAir && refused.length > 0 && open.length + loose.length > 0 && (
        <p className="hatch mb-2 px-3 py-2 text-[1.15rem] font-semibold">Not to be driven.</p>
      )}
      <ul>
        {open.map(({ item }, index) => (
          <li key={item.id}>
            <button
              type="button"
              className={`${row} cursor-pointer hover:bg-hair`}
              onClick={() => closer(item.id) && onStep(closer(item.id)!.id)}
            >
              <span className="w-7 shrink-0 font-head text-[1.3rem]">{index + 1}</span>
              <OpenSign size={34} />
              <span>{placedName(item)}</span>
            </button>
          </li>
        ))}
        {loose.map(({ fastener, looseness }) => (
          <li key={fastener.id}>
            <button
              type="button"
              className={`${row} cursor-pointer hover:bg-hair`}
              onClick={() => torquer(fastener.id) && onStep(torquer(fastener.id)!.id)}
            >
              <span className="w-7 shrink-0" />
              <Stripe state={looseness === 'snug' ? 'thin' : 'broken'} size={34} />
              <span>{placedName(fastener)}</span>
            </button>
          </li>
        ))}
        {marks.length === 0 && (
          <li className="border-t border-rule py-3 text-[1.1rem] text-soft">
            Nothing recorded as open or loose.
          </li>
        )}
      </ul>
    </section>
  );
}
