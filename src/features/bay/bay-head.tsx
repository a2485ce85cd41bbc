'use client';

import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import type { ReactNode } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { FormErrors } from '@/ui/field';
import { SmallTape } from '@/ui/tape';
import { ClockButton } from '../orders/place-and-clock';
import type { BayProps } from './bay-props';
import { LoweringControl } from './lowering-control';
import { SupportControl } from './support-control';

/** One badge a person: whose clock runs here, who is called over as a helper, and back with another tap. */
function Badge({
  orderId,
  stepId,
  person,
  on,
}: {
  orderId: string;
  stepId: string | null;
  person: { id: string; name: string };
  on: { helper: boolean } | undefined;
}) {
  const call = useCommand('clock.on');
  const back = useCommand('helper.back');
  const words = on ? (on.helper ? 'helping' : 'on it') : 'call';
  return (
    <li>
      <Button
        className="min-w-28 flex-col gap-0 px-3 py-1 leading-none disabled:opacity-100 aria-pressed:bg-ink aria-pressed:text-paper"
        aria-pressed={Boolean(on)}
        disabled={call.busy || back.busy || (on !== undefined && !on.helper)}
        onClick={() =>
          void (on
            ? back.send({ orderId, helperId: person.id })
            : call.send({ orderId, stepId, helperId: person.id }))
        }
        aria-label={
          on
            ? on.helper
              ? `${person.name} goes back`
              : `${person.name} is on it`
            : `Call ${person.name} to help`
        }
      >
        <span>{person.name}</span>
        <span className="text-base font-medium">{words}</span>
      </Button>
      <FormErrors errors={[...call.errors, ...back.errors]} />
    </li>
  );
}

const describeOver = (over: number) => {
  const minutes = Math.round(Math.abs(over));
  if (minutes < 5) return 'on the book';
  return over > 0 ? `${minutes} min over the book` : `${minutes} min ahead of the book`;
};

/** Whose car, where, whose clock, how far; how it stands, as the control that raises and lowers it. */
export function BayHead(props: BayProps & { stepId: string | null; heights?: ReactNode }) {
  const { orderId, document, run, viewer } = props;
  const anyClock = Object.keys(props.onClock).length > 0;
  return (
    <header className="border-b-2 border-rule px-6 pt-4 pb-3">
      <div className="flex items-start justify-between gap-4">
        <div className="min-w-0">
          <p className="truncate font-head text-3xl leading-tight font-bold">
            <Link href={`/orders/${orderId}`} className="no-underline">
              {props.label.split(',')[0]}
            </Link>{' '}
            · {props.placeName}
          </p>
          <p className="text-lg text-soft">
            {props.clockWords}
            {anyClock && !props.recheck ? ` · ${describeOver(props.over)}` : ''}
          </p>
        </div>
        <div className="flex shrink-0 gap-2">
          <Link href="/" className="btn">
            Today
          </Link>
          {props.heights}
          <ClockButton orderId={orderId} stepId={props.stepId} running={props.clockRunning} />
        </div>
      </div>
      <div className="mt-2">
        <SmallTape marks={props.marks} />
      </div>
      <div className="mt-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <SupportControl orderId={orderId} document={document} run={run} />
        <ul className="flex gap-2" aria-label="Crew on this car">
          {props.people
            .filter((person) => person.id !== viewer.id)
            .map((person) => (
              <Badge
                key={person.id}
                orderId={orderId}
                stepId={props.stepId}
                person={person}
                on={props.onClock[person.id]}
              />
            ))}
        </ul>
        <LoweringControl orderId={orderId} holder={props.holder} leads={props.leads} />
      </div>
    </header>
  );
}
