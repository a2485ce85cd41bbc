'use client';

import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { SmallTape } from '@/ui/tape';
import { ClockButton } from '../orders/clock-button';
import { PersonMenu } from '../shell/person-menu';
import type { BayProps } from './bay-props';
import { SupportControl } from './support-control';

// Crew, lowering and what else is seldom wanted: it comes as it is opened.
const BayMore = dynamic(() => import('./bay-more').then((all) => all.BayMore));

const describeOver = (over: number) => {
  const minutes = Math.round(Math.abs(over));
  if (minutes < 5) return 'on the book';
  return over > 0 ? `${minutes} min over the book` : `${minutes} min ahead of the book`;
};

/** Whose car, where, whose clock, how far; how it stands, as the control that raises and lowers it. The rest behind More. */
export function BayHead({
  heights,
  beside,
  ...props
}: BayProps & {
  stepId: string | null;
  heights?: ReactNode;
  /** What the step has beside it: the walk round, a wrench to bind. */
  beside?: ReactNode;
}) {
  const { orderId, document, run, holder } = props;
  const [more, setMore] = useState(false);
  const [car] = props.label.split(',');
  const anyClock = Object.keys(props.onClock).length > 0;
  return (
    <header className="border-b-2 border-rule px-4 py-2 sm:px-6">
      <div className="flex min-h-14 flex-wrap items-center gap-x-3 gap-y-2">
        <div className="min-w-40 flex-1 basis-56">
          <p className="font-head text-2xl leading-tight font-bold sm:truncate">
            {props.practice ? (
              car
            ) : (
              <>
                <Link href={`/orders/${orderId}`} className="no-underline">
                  {car}
                </Link>{' '}
                · {props.placeName}
              </>
            )}
          </p>
          <p className="text-base leading-tight text-soft sm:truncate">
            {props.clockWords}
            {anyClock && !props.recheck ? ` · ${describeOver(props.over)}` : ''}
          </p>
        </div>
        <SupportControl orderId={orderId} document={document} run={run} />
        <ClockButton orderId={orderId} stepId={props.stepId} running={props.clockRunning} />
        {!props.practice && (
          <PersonMenu id={props.viewer.id} name={props.viewer.name} people={props.people} />
        )}
        <Button
          className="aria-expanded:bg-ink aria-expanded:text-paper"
          aria-expanded={more}
          aria-controls="bay-more"
          onClick={() => setMore(!more)}
        >
          More
        </Button>
      </div>
      <div className="mt-1">
        <SmallTape marks={props.marks} />
      </div>
      {holder && !more && (
        <p className="text-lg">
          <strong>{holder.mine ? 'This tablet' : holder.name}</strong> lowers and drives since {holder.since}
        </p>
      )}
      <div id="bay-more" hidden={!more} className="mt-2 border-t border-rule pt-2">
        {more && <BayMore {...props} heights={heights} beside={beside} />}
      </div>
    </header>
  );
}
