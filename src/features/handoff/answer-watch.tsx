'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { TextField, fieldsOf } from '@/ui/form';
import { Choice } from '@/ui/choice';

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
            <Choice
              label="Then"
              className="mt-3 grid grid-cols-2"
              itemClassName="-ml-[1.5px] min-h-14"
              options={[
                ['settled', 'Settled'],
                ['on', 'Watch it on'],
              ]}
              value={settled ? 'settled' : 'on'}
              onValue={(next) => setSettled(next === 'settled')}
            />
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
