'use client';

import { useState } from 'react';
import type { Step } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { TextField, fieldsOf } from '@/ui/form';

/** Something found that has to be done before the car leaves becomes a step of this job. */
export function AddStep({ orderId, step }: { orderId: string; step: Step | null }) {
  const { send, busy, errors } = useCommand('step.add');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Add a step
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="A step for this job">
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const fields = fieldsOf(event.currentTarget);
            const answer = await send({
              orderId,
              phase: step?.phase ?? 'on-wheels',
              end: step?.end ?? 'both',
              text: fields.text,
              minutes: fields.minutes === '' ? null : Number(fields.minutes),
            });
            if (answer) setOpen(false);
          }}
        >
          <Errors errors={errors}>
            <TextField name="text" label="What is to be done" />
            <TextField className="mt-3" name="minutes" label="Minutes, about" inputMode="numeric" />
            <FormErrors errors={errors} shown={['text', 'minutes']} />
          </Errors>
          <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
            Add it
          </button>
        </form>
      </Dialog>
    </>
  );
}
