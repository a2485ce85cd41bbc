'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { AreaField } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';

/** Closes a visit on its evidence. */
export function CloseVisit({ orderId }: { orderId: string }) {
  const { send, busy, errors } = useCommand('visit.close');
  const [note, setNote] = useState('');
  return (
    <Errors errors={errors}>
      <AreaField
        name="note"
        label="Note with the visit"
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <FormErrors errors={errors} shown={['note']} />
      <button
        type="button"
        className="btn btn-pen mt-3 min-h-14 w-full"
        disabled={busy}
        onClick={() => void send({ orderId, note })}
      >
        Close the visit
      </button>
    </Errors>
  );
}
