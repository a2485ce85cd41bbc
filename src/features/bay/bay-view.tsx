'use client';

import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { TapeMark } from '@/core/ledger/tape';
import {
  type RunDocument,
  type RunState,
  SUPPORT_WORDS,
  nextSteps,
  CORNER_NAMES,
} from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import type { Wrench } from '@/server/queries/orders';
import { SmallTape } from '@/ui/tape';
import type { PinPerson } from '@/ui/person-pin';
import { ClockButton } from '../orders/place-and-clock';
import { BayOpen } from './bay-open';
import type { BayProps } from './bay-props';
import { StepNow } from './step-now';

const SHOWN_NEXT = 4;

function SupportWords({ run }: { run: RunState }) {
  const { front, rear } = run.car.support;
  if (front === rear) return <>{SUPPORT_WORDS[front]}</>;
  return (
    <>
      front {SUPPORT_WORDS[front]}, rear {SUPPORT_WORDS[rear]}
    </>
  );
}

/** The bay: one thing to do now, what is open and loose always in sight, the next steps beneath. */
export function BayView(props: BayProps) {
  const { document, run } = props;
  const queue = useMemo(() => nextSteps(document, run), [document, run]);
  const [chosen, setChosen] = useState<string | null>(null);
  const now = queue.find((entry) => entry.step.id === chosen) ?? queue[0];
  const numberOf = (id: string) => document.steps.findIndex((step) => step.id === id) + 1;
  const then = queue.filter((entry) => entry !== now);
  const [all, setAll] = useState(false);
  return (
    <div data-theme="bay" className="bay min-h-screen bg-paper text-ink">
      <header className="border-b-2 border-rule px-6 pt-4 pb-3">
        <div className="flex items-start justify-between gap-4">
          <div className="min-w-0">
            <p className="truncate font-head text-[1.7rem] leading-tight font-bold">
              <Link href={`/orders/${props.orderId}`} className="no-underline">
                {props.label.split(',')[0]}
              </Link>{' '}
              · {props.placeName}
            </p>
            <p className="text-[1.1rem] text-soft">{props.clockWords}</p>
          </div>
          <div className="flex shrink-0 gap-2">
            <Link href="/" className="btn">
              Today
            </Link>
            <ClockButton orderId={props.orderId} stepId={now?.step.id ?? null} running={props.clockRunning} />
          </div>
        </div>
        <div className="mt-2">
          <SmallTape marks={props.marks} />
        </div>
        <p className="mt-1 flex flex-wrap justify-between gap-x-6 font-head text-[1.25rem]">
          <span>
            <span className="text-soft">It stands:</span>{' '}
            <strong data-testid="support">
              <SupportWords run={run} />
            </strong>
          </span>
          <span className="text-soft">
            {run.done.size} of {document.steps.length} steps
          </span>
        </p>
      </header>
      {props.alarm && (
        <div role="alert" className="hatch mx-6 mt-4 px-4 py-3 text-[1.2rem] font-semibold">
          The job is stopped. {props.alarm}
        </div>
      )}
      <main>
        {now ? (
          <StepNow
            key={now.step.id}
            {...props}
            step={now.step}
            refused={now.refused}
            number={numberOf(now.step.id)}
            onDone={() => setChosen(null)}
          />
        ) : (
          <section className="px-6 py-10">
            <h1 className="text-[2.6rem]">Every step of the run is done</h1>
            <Link href={props.next.href} className="btn btn-pen mt-6 min-h-20 px-10 text-[1.7rem]">
              {props.next.text}
            </Link>
          </section>
        )}
        <div className="grid border-t-2 border-rule md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <BayOpen document={document} run={run} step={now?.step ?? null} onStep={setChosen} />
          <section className="border-rule px-6 py-4 md:border-l-2">
            <h2>Then</h2>
            <ol className="mt-1">
              {then.slice(0, all ? then.length : SHOWN_NEXT).map(({ step, refused }) => (
                <li key={step.id} className="border-t border-rule">
                  <button
                    type="button"
                    onClick={() => setChosen(step.id)}
                    className="flex min-h-14 w-full cursor-pointer items-center gap-3 py-2 text-left text-[1.15rem] hover:bg-hair"
                  >
                    <span className="w-8 shrink-0 font-head text-[1.3rem] text-soft">
                      {numberOf(step.id)}
                    </span>
                    <span>
                      {step.do}
                      {all && refused[0] && refused[0].code !== 'untorqued' && (
                        <span className="block text-[1rem] text-soft">{refused[0].message}</span>
                      )}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
            {then.length > SHOWN_NEXT && (
              <button
                type="button"
                className="btn mt-2 w-full"
                onClick={() => setAll(!all)}
                aria-expanded={all}
              >
                {all ? 'Only the next few' : `All ${then.length} left, in any safe order`}
              </button>
            )}
          </section>
        </div>
      </main>
    </div>
  );
}
