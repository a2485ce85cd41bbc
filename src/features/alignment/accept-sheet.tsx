'use client';

import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { Dialog } from '@/ui/dialog';
import { Errors, TextField } from '@/ui/form';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

/** The lead passes a sheet that is not in its spec, with a reason the customer reads. */
export function AcceptSheet({
  orderId,
  sheetId,
  leads,
}: {
  orderId: string;
  sheetId: string;
  leads: PinPerson[];
}) {
  const { give, busy, errors } = useCommand('alignment.accept');
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Pass with a reason
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Pass with a reason"
        intro="It stands on the handoff, with the lead’s name. Otherwise it goes back to the bay."
      >
        <Errors errors={errors}>
          <TextField
            name="reason"
            label="Reason, as the customer will read it"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Errors>
        <div className="mt-4">
          <PersonPin
            people={leads}
            action="Pass it"
            busy={busy}
            errors={errors.filter((error) => error.field !== 'reason')}
            onEnter={async (leadId, pin) => {
              if (await give({ orderId, sheetId, leadId, pin, reason })) setOpen(false);
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
