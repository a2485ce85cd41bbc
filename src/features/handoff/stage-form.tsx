'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { CheckSet } from '@/ui/checkbox';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';

/** Hands a part over by itself: what is not done is deferred by name, and a car not fit to drive is push only. */
export function StageForm({
  orderId,
  left,
  leads,
}: {
  orderId: string;
  left: { id: string; text: string }[];
  leads: PinPerson[];
}) {
  return (
    <CommandDialog
      command="stage.close"
      opens="Hand over a stage"
      button={{ wide: true }}
      title="Hand over a stage"
      intro="What is deferred stands on the handoff by name, and the next stage begins with it. What is not must be done before this one leaves."
      start={{
        left: left.map((one) => one.id),
        name: '',
        leaves: 'push',
        reason: '',
        ...noPin(leads),
      }}
      input={({ leaves, personId, ...typed }) => ({
        orderId,
        pushOnly: leaves === 'push',
        leadId: personId,
        ...typed,
      })}
    >
      <CheckSet
        name="left"
        legend="Left to the next stage"
        className=""
        options={left.map((one) => [one.id, one.text] as const)}
      />
      <TextField name="name" label="Which stage this is" placeholder="rear axle only" />
      <SelectField
        name="leaves"
        label="How it leaves"
        options={[
          ['push', 'push only: on a trailer, not driven'],
          ['drive', 'it drives: nothing touched may be left open or loose'],
        ]}
      />
      <TextField name="reason" label="Why the rest waits" />
      <PinFields people={leads} action="Defer the rest" />
    </CommandDialog>
  );
}
