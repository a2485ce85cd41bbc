'use client';

import { CommandForm } from '@/features/transport/command-form';
import { Send } from '@/ui/send';
import { AreaField } from '@/ui/text-field';

/** Where the words stand in the message. */
const WORDS = '{why}';

/** The customer is told of a correction by a tap: the whole message stands here as it will be sent. */
export function TellCorrection({
  orderId,
  version,
  message,
  reach,
}: {
  orderId: string;
  version: number;
  /** The message with `{why}` where the words go. */
  message: string;
  /** The number or address it goes to; null where somebody hands it on. */
  reach: string | null;
}) {
  return (
    <CommandForm
      command="correction.tell"
      about={String(version)}
      said={reach ? 'Written. It leaves with the next messages.' : 'Written, not sent: hand it on.'}
      start={{ words: '' }}
      input={({ words }) => ({ orderId, version, words })}
    >
      {({ words }) => (
        <>
          <AreaField name="words" label="What the customer is told was corrected" rows={2} />
          <p className="pt-2 text-soft">
            {reach ? `To ${reach}:` : 'Nothing here carries it out: you hand it on yourself.'}
          </p>
          <p className="border border-rule bg-card px-3 py-2 whitespace-pre-line" data-testid="as-sent">
            {message.replace(WORDS, words.trim() || '…')}
          </p>
          <Send weight="line" wide className="mt-3">
            {reach ? 'Tell the customer' : 'Write it, to hand on'}
          </Send>
        </>
      )}
    </CommandForm>
  );
}
