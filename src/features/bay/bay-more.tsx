'use client';

import type { ReactNode } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import { Link } from '@/ui/link';
import type { BayProps } from './bay-props';
import { LoweringControl } from './lowering-control';

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

/** What the bay keeps behind More: the crew, what the step has beside it, who may lower, and the way to the day. */
export function BayMore({
  heights,
  beside,
  ...props
}: BayProps & { stepId: string | null; heights?: ReactNode; beside?: ReactNode }) {
  const { orderId, viewer, holder } = props;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <ul className="flex flex-wrap gap-2" aria-label="Crew on this car">
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
      {heights}
      {beside}
      {!props.practice && (
        <>
          <LoweringControl orderId={orderId} holder={holder} leads={props.leads} />
          <Link href={`/orders/${orderId}/trial`} className="btn">
            On trial
          </Link>
        </>
      )}
      <Link href="/" className="btn">
        Today
      </Link>
      <Link href="/help/guide#bay" className="btn">
        Help
      </Link>
    </div>
  );
}
