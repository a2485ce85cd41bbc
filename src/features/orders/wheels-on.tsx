'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';

/** Another of the car’s wheel sets is on it: from here on its nuts and its dial go by that one. */
export function WheelsOn({
  orderId,
  sets,
  wornId,
}: {
  orderId: string;
  sets: { id: string; name: string; tires: string }[];
  wornId: string | null;
}) {
  const others = sets.filter((set) => set.id !== wornId);
  return (
    <CommandDialog
      command="wheelset.on"
      about={orderId}
      opens={wornId ? 'Other wheels are on' : 'Say which wheels are on'}
      title="Which wheels is it on?"
      intro="In the work only while every wheel is loose or off. The nuts then go by this set’s value; where it is another one, the lead enters it before they are torqued."
      start={{ setId: others[0]?.id ?? '' }}
      input={({ setId }) => ({ orderId, setId })}
    >
      <SelectField
        name="setId"
        label="Wheel set"
        options={others.map((set) => [set.id, `${set.name}, ${set.tires}`] as const)}
      />
      <Send wide>It stands on this set</Send>
    </CommandDialog>
  );
}
