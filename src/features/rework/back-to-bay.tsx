'use client';

import { useRouter } from 'next/navigation';
import type { BackFrom } from '@/core/ledger/kinds/handed-over';
import { CommandDialog } from '@/features/transport/command-dialog';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';

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
  return (
    <CommandDialog
      command="bay.back"
      about={evidence}
      opens="Back to the bay"
      title="Back to the bay"
      intro="What is to be done becomes steps of this job; then it is measured, aligned or driven again."
      start={{ reason: why, steps: todo, part: '', again: '' }}
      input={({ reason, steps, part, again }) => ({
        orderId,
        from,
        ref: evidence,
        reason,
        part,
        steps: steps
          .split('\n')
          .map((line) => line.trim())
          .filter(Boolean),
        again: again || null,
      })}
      onDone={() => router.push(`/bay/${orderId}`)}
    >
      <TextField name="reason" label="Why" />
      <AreaField name="steps" label="What is to be done, a step a line" />
      {asksPart && (
        <>
          <TextField name="part" label="Changed part" placeholder="leave empty when none is changed" />
          <SelectField
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
      <Send wide size="tall" className="mt-1">
        Send it back
      </Send>
    </CommandDialog>
  );
}
