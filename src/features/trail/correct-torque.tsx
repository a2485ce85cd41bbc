'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { TORQUE_UNITS } from '@/ui/units';

/** Corrects what a torque entry says of its wrench and reading; after the handoff it makes another packet version. */
export function CorrectTorque({
  orderId,
  entryId,
  words,
  wrenches,
  wrenchId,
  closed,
}: {
  orderId: string;
  entryId: string;
  words: string;
  wrenches: { id: string; name: string }[];
  wrenchId: string;
  closed: boolean;
}) {
  const { send, busy, errors } = useCommand('torque.correct');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Correct
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Correct this torque"
        intro={`${words} The old entry stays in the trail.${closed ? ' It was handed over: the packet gets another version, the signed one is kept, and the customer is told.' : ''}`}
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            const reading = f.value ? { value: f.value, unit: f.unit } : { clicked: true as const };
            if (await send({ orderId, entryId, wrenchId: f.wrenchId, reading, reason: f.reason }))
              setOpen(false);
          }}
        >
          <Errors errors={errors}>
            <SelectField
              name="wrenchId"
              label="Wrench"
              defaultValue={wrenchId}
              options={wrenches.map((wrench) => [wrench.id, wrench.name] as const)}
            />
            <div className="mt-3 grid grid-cols-[1fr_8rem] gap-3">
              <TextField
                name="value"
                label="Reading"
                inputMode="decimal"
                hint="empty: it clicked at its value"
              />
              <SelectField name="unit" label="Unit" options={TORQUE_UNITS} />
            </div>
            <TextField className="mt-3" name="reason" label="Why" />
            <FormErrors errors={errors} shown={['wrenchId', 'reason', 'reading']} />
          </Errors>
          <button className="btn btn-pen mt-4 w-full" disabled={busy}>
            Write the correction
          </button>
        </form>
      </Dialog>
    </>
  );
}
