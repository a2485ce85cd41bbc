'use client';

import { CommandForm } from '@/features/transport/command-form';
import { Fold } from '@/ui/fold';
import { Send } from '@/ui/send';
import { AreaField } from '@/ui/text-field';

/** The shop's own words for one message, as a text and as a mail. */
export function TemplateForm({
  stage,
  title,
  text,
  mail,
}: {
  stage: string;
  title: string;
  text: string;
  mail: string;
}) {
  return (
    <Fold title={title}>
      {(
        [
          ['text', 'As a text', text],
          ['mail', 'As a mail', mail],
        ] as const
      ).map(([channel, label, words]) => (
        <CommandForm
          key={channel}
          command="template.set"
          about={`${stage} ${channel}`}
          className="mt-2"
          keeps
          said="Saved."
          start={{ words }}
          input={(typed) => ({ stage, channel, words: typed.words })}
        >
          <AreaField name="words" label={label} rows={channel === 'mail' ? 5 : 2} />
          <Send weight="line" className="mt-1">
            Save these words
          </Send>
        </CommandForm>
      ))}
    </Fold>
  );
}
