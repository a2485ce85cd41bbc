'use client';

import { useState } from 'react';
import type { Fastener } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { PersonPin } from '@/ui/person-pin';
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
  const { send, busy, errors } = useCommand('torque.check');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn w-full" onClick={() => setOpen(true)}>
        Second check
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Checked by somebody else"
        intro={`${fastener.name}: put the wrench on it yourself, then your PIN.`}
      >
        <PersonPin
          people={people.filter((person) => person.id !== not)}
          action="I checked it"
          busy={busy}
          errors={errors}
          onEnter={async (checkerId, pin) => {
            if (await send({ orderId, fastenerId: fastener.id, checkerId, pin })) setOpen(false);
          }}
        />
      </Dialog>
    </>
  );
}
