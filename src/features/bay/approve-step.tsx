'use client';

import type { Step } from '@/core/procedure/types';
import { CommandDialog } from '@/features/transport/command-dialog';
import { PinFields, noPin } from '@/ui/pin-fields';
import type { BayProps } from './bay-props';

/** The lead's yes to what cannot be undone, with target against measured in sight. */
export function Approve({
  orderId,
  step,
  leads,
  facts,
}: {
  orderId: string;
  step: Step;
  leads: BayProps['leads'];
  facts: string[];
}) {
  return (
    <CommandDialog
      command="step.approve"
      about={step.id}
      opens="The lead says yes first"
      button={{ weight: 'pen', className: 'min-h-24 flex-[2] text-2xl' }}
      title="It cannot be undone"
      intro={step.do}
      start={noPin(leads)}
      input={({ personId, pin }) => ({ orderId, stepId: step.id, leadId: personId, pin })}
    >
      {facts.map((fact) => (
        <p key={fact} className="figure text-2xl first-letter:uppercase">
          {fact}
        </p>
      ))}
      <PinFields people={leads} action="Yes, do it" />
    </CommandDialog>
  );
}
