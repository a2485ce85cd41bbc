'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors, TextField, fieldsOf } from '@/ui/form';

/** Answers one line that an earlier visit left to be watched. */
export function AnswerWatch({
  orderId,
  watchId,
  words,
}: {
  orderId: string;
  watchId: string;
  words: string;
}) {
  const { send, busy, errors } = useCommand('watch.answer');
  const [open, setOpen] = useState(false);
  const [settled, setSettled] = useState(true);
  return (
    <>
      <button type="button" className="btn btn-pen" onClick={() => setOpen(true)}>
        Answer it
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title="What became of it" intro={words}>
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await send({ orderId, watchId, answer: f.answer, settled })) setOpen(false);
          }}
        >
          <Errors errors={errors}>
            <TextField name="answer" label="What you found" />
            <div role="radiogroup" aria-label="Then" className="mt-3 grid grid-cols-2">
              {([true, false] as const).map((value) => (
                <button
                  key={String(value)}
                  type="button"
                  role="radio"
                  aria-checked={settled === value}
                  className="btn -ml-[1.5px] min-h-14 aria-checked:bg-ink aria-checked:text-paper"
                  onClick={() => setSettled(value)}
                >
                  {value ? 'Settled' : 'Watch it on'}
                </button>
              ))}
            </div>
            <FormErrors errors={errors} shown={['answer']} />
          </Errors>
          <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
            Keep the answer
          </button>
        </form>
      </Dialog>
    </>
  );
}
