'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BackFrom } from '@/core/ledger/kinds/handed-over';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { AreaField, TextField, fieldsOf } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';

/** Sends the car back to the bay on a piece of evidence, with the part changed and the steps it takes. */
export function BackToBay({
  orderId,
  from,
  evidence,
  why = '',
  todo = '',
  part: asksPart = true,
}: {
  orderId: string;
  from: BackFrom;
  /** The entry that sends it back. */
  evidence: string;
  why?: string;
  todo?: string;
  /** Ask for the changed part and the end done again. */
  part?: boolean;
}) {
  const router = useRouter();
  const { send, busy, errors } = useCommand('bay.back');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Back to the bay
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Back to the bay"
        intro="What is to be done becomes steps of this job; then it is measured, aligned or driven again."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            const steps = (f.steps ?? '')
              .split('\n')
              .map((line) => line.trim())
              .filter(Boolean);
            const answer = await send({
              orderId,
              from,
              ref: evidence,
              reason: f.reason,
              part: f.part ?? '',
              steps,
              again: f.again || null,
            });
            if (answer) router.push(`/bay/${orderId}`);
          }}
        >
          <Errors errors={errors}>
            <TextField name="reason" label="Why" defaultValue={why} />
            <AreaField
              className="mt-3"
              name="steps"
              label="What is to be done, a step a line"
              defaultValue={todo}
            />
            {asksPart && (
              <>
                <TextField
                  className="mt-3"
                  name="part"
                  label="Changed part"
                  placeholder="leave empty when none is changed"
                />
                <SelectField
                  className="mt-3"
                  name="again"
                  label="Taken down again"
                  options={[
                    ['', 'nothing'],
                    ['front', 'the front: its steps come again'],
                    ['rear', 'the rear: its steps come again'],
                  ]}
                />
              </>
            )}
            <FormErrors errors={errors} shown={['reason', 'steps', 'part', 'again']} />
          </Errors>
          <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
            Send it back
          </button>
        </form>
      </Dialog>
    </>
  );
}
