'use client';

import type { Fastener } from '@/core/procedure/types';
import { CommandDialog } from '@/features/transport/command-dialog';
import { PinFields, noPin } from '@/ui/pin-fields';
import type { BayProps } from './bay-props';

/** Somebody else puts the wrench on it and signs with their own PIN. */
export function SecondCheck({
  orderId,
  fastener,
  people,
  not,
}: {
  orderId: string;
  fastener: Fastener;
  people: BayProps['people'];
  not: string;
}) {
  const others = people.filter((person) => person.id !== not);
  return (
    <CommandDialog
      command="torque.check"
      about={fastener.id}
      opens="Second check"
      button={{ wide: true }}
      title="Checked by somebody else"
      intro={`${fastener.name}: put the wrench on it yourself, then your PIN.`}
      start={noPin(others)}
      input={({ personId, pin }) => ({ orderId, fastenerId: fastener.id, checkerId: personId, pin })}
    >
      <PinFields people={others} action="I checked it" />
    </CommandDialog>
  );
}
