'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

/** Takes an entry back by a new one that says why. */
export function TakeBack({
  orderId,
  entryId,
  words,
  label = 'Take back',
  className = 'btn',
  onDone,
}: {
  orderId: string;
  entryId: string;
  words: string;
  label?: string;
  className?: string;
  onDone?: () => void;
}) {
  const { send, busy, errors } = useCommand('entry.void');
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <>
      <button type="button" className={className} onClick={() => setOpen(true)}>
        {label}
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Take it back"
        intro={`${words} It stays in the trail; a new entry says that it no longer counts.`}
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            if (await send({ orderId, entryId, reason })) {
              setOpen(false);
              onDone?.();
            }
          }}
        >
          <Errors errors={errors}>
            <TextField
              name="reason"
              label="Why"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <FormErrors errors={errors} shown={['reason']} />
          </Errors>
          <button className="btn btn-pen mt-4 w-full" disabled={busy}>
            Take it back
          </button>
        </form>
      </Dialog>
    </>
  );
}
