'use client';

import { type ReactNode, useState } from 'react';
import type { GivenOf } from '@/contracts/commands';
import { type SentOf, useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

/** What only a lead may let pass: a button, then a written reason and the lead's own PIN. */
export function LeadReason<
  N extends 'override.record' | 'alignment.accept' | 'hold.end' | 'heights.accept' | 'handoff.unsigned',
>({
  command,
  input,
  leads,
  button,
  title,
  intro,
  reasonLabel = 'Reason',
  action,
}: {
  command: N;
  /** Goes with lead, PIN and reason. */
  input: Omit<GivenOf<N>, 'leadId' | 'pin' | 'reason'>;
  leads: PinPerson[];
  button: string;
  title: string;
  intro: ReactNode;
  reasonLabel?: string;
  action: string;
}) {
  const { send, busy, errors } = useCommand(command);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        {button}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title={title} intro={intro}>
        <Errors errors={errors}>
          <TextField
            name="reason"
            label={reasonLabel}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Errors>
        <div className="mt-4">
          <PersonPin
            people={leads}
            action={action}
            busy={busy}
            errors={errors.filter((error) => error.field !== 'reason')}
            onEnter={async (leadId, pin) => {
              if (await send({ ...input, leadId, pin, reason } as SentOf<N>)) setOpen(false);
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
