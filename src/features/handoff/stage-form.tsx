'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { CheckField } from '@/ui/checkbox';
import { Errors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

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
  const { send, busy, errors } = useCommand('stage.close');
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [reason, setReason] = useState('');
  const [pushOnly, setPushOnly] = useState(true);
  const [kept, setKept] = useState<string[]>([]);
  return (
    <>
      <button type="button" className="btn w-full" onClick={() => setOpen(true)}>
        Hand over a stage
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Hand over a stage"
        intro="What is deferred stands on the handoff by name, and the next stage begins with it. What is not must be done before this one leaves."
      >
        <Errors errors={errors}>
          <fieldset className="mb-3">
            <legend className="label">Left to the next stage</legend>
            {left.map((one) => (
              <CheckField
                key={one.id}
                name={one.id}
                label={one.text}
                checked={!kept.includes(one.id)}
                onChecked={(checked) =>
                  setKept((before) => (checked ? before.filter((id) => id !== one.id) : [...before, one.id]))
                }
              />
            ))}
          </fieldset>
          <TextField
            name="name"
            label="Which stage this is"
            placeholder="rear axle only"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <SelectField
            className="mt-3"
            name="pushOnly"
            label="How it leaves"
            value={pushOnly ? 'push' : 'drive'}
            onValue={(chosen) => setPushOnly(chosen === 'push')}
            options={[
              ['push', 'push only: on a trailer, not driven'],
              ['drive', 'it drives: nothing touched may be left open or loose'],
            ]}
          />
          <TextField
            className="mt-3"
            name="reason"
            label="Why the rest waits"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Errors>
        <div className="mt-4">
          <PersonPin
            people={leads}
            action="Defer the rest"
            busy={busy}
            errors={errors.filter((error) => !['name', 'pushOnly', 'reason'].includes(error.field))}
            onEnter={async (leadId, pin) => {
              if (
                await send({
                  orderId,
                  name,
                  pushOnly,
                  left: left.map((one) => one.id).filter((id) => !kept.includes(id)),
                  reason,
                  leadId,
                  pin,
                })
              )
                setOpen(false);
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
