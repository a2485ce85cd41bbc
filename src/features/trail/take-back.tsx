'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import type { ButtonProps } from '@/ui/button';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

/** Takes an entry back by a new one that says why. */
export function TakeBack({
  orderId,
  entryId,
  words,
  label = 'Take back',
  button,
  onDone,
}: {
  orderId: string;
  entryId: string;
  words: string;
  label?: string;
  button?: ButtonProps;
  onDone?: () => void;
}) {
  return (
    <CommandDialog
      command="entry.void"
      about={entryId}
      opens={label}
      button={button}
      title="Take it back"
      intro={`${words} It stays in the trail; a new entry says that it no longer counts.`}
      start={{ reason: '' }}
      input={({ reason }) => ({ orderId, entryId, reason })}
      onDone={() => onDone?.()}
    >
      <TextField name="reason" label="Why" />
      <Send wide className="mt-1">
        Take it back
      </Send>
    </CommandDialog>
  );
}
