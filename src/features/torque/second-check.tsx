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
  may = null,
  button = { wide: true },
}: {
  orderId: string;
  fastener: Fastener;
  people: PinPerson[];
  /** Who torqued it: none of them checks it. */
  takenBy: readonly string[];
  /** Who is signed off to check it; null where that is not asked. */
  may?: readonly { id: string; name: string }[] | null;
  button?: ButtonProps;
}) {
  const others = people.filter(
    ({ id }) => !takenBy.includes(id) && (may === null || may.some((one) => one.id === id)),
  );
  if (!others.length)
    return (
      <p className="font-medium">
        {may === null
          ? 'Everybody here has torqued it: somebody else checks it.'
          : `Whoever may check it has torqued it (${may.map(({ name }) => name).join(', ')}): a lead signs somebody else off.`}
      </p>
    );
  return (
    <CommandDialog
      command="torque.check"
      about={fastener.id}
      opens="Second check"
      button={button}
      title="Checked by somebody else"
      intro={`${placedName(fastener)}: put the wrench on it yourself, then your PIN.${
        may ? ` Signed off for it: ${others.map(({ name }) => name).join(', ')}.` : ''
      }`}
      start={noPin(others)}
      input={({ personId, pin }) => ({ orderId, fastenerId: fastener.id, checkerId: personId, pin })}
    >
      <PinFields people={others} action="I checked it" />
    </CommandDialog>
  );
}
