'use client';

import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { CommandDialog } from '@/features/transport/command-dialog';
import type { ButtonProps } from '@/ui/button';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';

/** Somebody else puts the wrench on it and signs with their own PIN. */
export function SecondCheck({
  orderId,
  fastener,
  people,
  takenBy,
  button = { wide: true },
}: {
  orderId: string;
  fastener: Fastener;
  people: PinPerson[];
  /** Who torqued it: none of them checks it. */
  takenBy: readonly string[];
  button?: ButtonProps;
}) {
  const others = people.filter((person) => !takenBy.includes(person.id));
  if (!others.length)
    return <p className="font-medium">Everybody here has torqued it: somebody else checks it.</p>;
  return (
    <CommandDialog
      command="torque.check"
      about={fastener.id}
      opens="Second check"
      button={button}
      title="Checked by somebody else"
      intro={`${placedName(fastener)}: put the wrench on it yourself, then your PIN.`}
      start={noPin(others)}
      input={({ personId, pin }) => ({ orderId, fastenerId: fastener.id, checkerId: personId, pin })}
    >
      <PinFields people={others} action="I checked it" />
    </CommandDialog>
  );
}
