'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { AreaField, fieldsOf } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';

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
  const { send, busy, errors } = useCommand('template.set');
  const [kept, setKept] = useState(false);
  return (
    <details className="border-b border-rule py-2">
      <summary className="cursor-pointer font-head text-[1.15rem] font-semibold">{title}</summary>
      {(
        [
          ['text', 'As a text', text],
          ['mail', 'As a mail', mail],
        ] as const
      ).map(([channel, label, words]) => (
        <form
          key={channel}
          className="mt-2"
          onSubmit={async (event) => {
            event.preventDefault();
            const done = await send({ stage, channel, words: fieldsOf(event.currentTarget).words });
            setKept(done !== null);
          }}
        >
          <Errors errors={errors}>
            <AreaField name="words" label={label} defaultValue={words} rows={channel === 'mail' ? 5 : 2} />
          </Errors>
          <button className="btn mt-1" disabled={busy}>
            Keep these words
          </button>
        </form>
      ))}
      <FormErrors errors={errors} shown={['words']} />
      {kept && <p role="status">Kept.</p>}
    </details>
  );
}
