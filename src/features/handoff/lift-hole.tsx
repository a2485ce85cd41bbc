'use client';

import { useState } from 'react';
import type { OverrideRule } from '@/core/ledger/entries';
import { useCommand } from '@/ui/commands';
import { Dialog } from '@/ui/dialog';
import { Errors, TextField } from '@/ui/form';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

/** The lead lifts one rule that may be lifted: a written reason, the lead's PIN, and a line on the handoff. */
export function LiftHole({
  orderId,
  rule,
  target,
  text,
  leads,
  label = 'Lift with a reason',
}: {
  orderId: string;
  rule: OverrideRule;
  target: string;
  text: string;
  leads: PinPerson[];
  label?: string;
}) {
  const { give, busy, errors } = useCommand('override.record');
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        {label}
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="The lead lifts this"
        intro={`${text} It stands on the handoff with the reason and the lead’s name.`}
      >
        <Errors errors={errors}>
          <TextField
            name="reason"
            label="Reason"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Errors>
        <div className="mt-4">
          <PersonPin
            people={leads}
            action="Lift it"
            busy={busy}
            errors={errors.filter((error) => error.field !== 'reason')}
            onEnter={async (leadId, pin) => {
              if (await give({ orderId, rule, ref: target, leadId, pin, reason })) setOpen(false);
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
