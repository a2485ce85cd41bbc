'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { ChoiceField } from '@/ui/choice';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

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
  return (
    <CommandDialog
      command="watch.answer"
      about={watchId}
      opens="Answer it"
      button={{ weight: 'pen' }}
      title="What became of it"
      intro={words}
      start={{ answer: '', then: 'settled' }}
      input={({ answer, then }) => ({ orderId, watchId, answer, settled: then === 'settled' })}
    >
      <TextField name="answer" label="What you found" hint="the customer reads this" />
      <ChoiceField
        name="then"
        label="Then"
        className="grid grid-cols-2"
        itemClassName="-ml-px min-h-14"
        options={[
          ['settled', 'Settled'],
          ['on', 'Watch it on'],
        ]}
      />
      <Send wide size="tall">
        Record the answer
      </Send>
    </CommandDialog>
  );
}
