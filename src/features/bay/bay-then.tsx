'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button } from '@/ui/button';
import type { RefusedMove } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { TakeBack } from '../trail/take-back';
import { type BayProps, stepNumber } from './bay-props';

// Where the list is changed it is in sight whole; with their forms they come then.
const AddStep = dynamic(() => import('./add-step').then((all) => all.AddStep));
const WaySwitch = dynamic(() => import('./way-switch').then((all) => all.WaySwitch));

const SHOWN_NEXT = 2;

/** The step recorded last, with whose it is: undo is offered right after. */
function lastDone({ document, run, people, viewer }: BayProps) {
  const [newest] = [...run.done].sort(([, a], [, b]) => b.at.localeCompare(a.at));
  const step = newest && document.steps.find((one) => one.id === newest[0]);
  if (!newest || !step) return null;
  const { entryId, personId } = newest[1];
  return {
    step,
    entryId,
    person: people.find((one) => one.id === personId)?.name ?? 'somebody',
    mine: personId === viewer.id || viewer.isLead,
  };
}

/** The next two steps; all that are left behind one tap, to be done in any safe order. */
export function BayThen({
  now,
  then,
  onStep,
  ...props
}: BayProps & {
  now: Step | null;
  then: { step: Step; refused: RefusedMove[] }[];
  onStep: (id: string) => void;
}) {
  const { document, run } = props;
  const [all, setAll] = useState(false);
  const last = lastDone(props);
  const left = document.steps.length - run.done.size - run.skipped.size;
  return (
    <section className="border-rule px-6 py-4 md:border-l-2" aria-label="Then">
      <div className="flex items-baseline justify-between gap-3">
        <h2>Then</h2>
        <p className="text-lg text-soft">
          {run.done.size} of {document.steps.length - run.skipped.size} done
        </p>
      </div>
      <ol className="mt-1">
        {then.slice(0, all ? then.length : SHOWN_NEXT).map(({ step, refused }) => (
          <li key={step.id} className="border-t border-rule">
            <button
              type="button"
              onClick={() => {
                onStep(step.id);
                window.scrollTo({ top: 0 });
              }}
              className="flex min-h-14 w-full cursor-pointer items-center gap-3 py-2 text-left text-lg hover:bg-hair"
            >
              <span className="w-9 shrink-0 font-head text-xl text-soft">
                {stepNumber(document, step.id)}
              </span>
              <span>
                {step.do}
                {all && refused[0] && refused[0].code !== 'untorqued' && (
                  <span className="block text-base text-soft">{refused[0].message}</span>
                )}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {then.length > SHOWN_NEXT && (
        <Button wide className="mt-2" onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? 'Only the next two' : `All ${left} left, in any safe order`}
        </Button>
      )}
      {last && (
        <div className="mt-2 flex items-center justify-between gap-3 border-t border-rule pt-2">
          <p className="text-lg text-soft">
            Done last: {last.step.do}, {last.person}
          </p>
          {last.mine && !props.practice && (
            <TakeBack
              label="Undo"
              orderId={props.orderId}
              entryId={last.entryId}
              words={`${last.step.do}.`}
            />
          )}
        </div>
      )}
      {!props.practice && (all || then.length <= SHOWN_NEXT) && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <WaySwitch {...props} />
          <AddStep orderId={props.orderId} step={now} />
        </div>
      )}
    </section>
  );
}
