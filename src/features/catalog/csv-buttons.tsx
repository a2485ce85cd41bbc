'use client';

import { useRef, useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';

/** The parts of the catalog as a file: out to be worked on elsewhere, and in again, whole or not at all. */
export function CsvButtons() {
  const { send, busy, errors } = useCommand('catalog.import');
  const input = useRef<HTMLInputElement>(null);
  const [kept, setKept] = useState<number | null>(null);
  const [held, setHeld] = useState('');
  return (
    <div>
      <p className="flex gap-2">
        <a className="btn" href="/api/catalog/parts.csv" download>
          CSV out
        </a>
        <Button disabled={busy} onClick={() => input.current?.click()}>
          {busy ? 'Reading…' : 'CSV in'}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          aria-label="CSV of parts"
          tabIndex={-1}
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            const csv = await file.text();
            setHeld(csv);
            const answer = await send({ csv });
            setKept(answer ? Number(answer.parts) : null);
            if (input.current) input.current.value = '';
          }}
        />
      </p>
      {kept !== null && <p role="status">{kept} parts taken in.</p>}
      <FormErrors errors={errors} />
      {errors.some(({ code }) => code === 'confirm') && (
        <Button
          className="mt-2"
          disabled={busy}
          onClick={async () => {
            const answer = await send({ csv: held, confirmed: true });
            setKept(answer ? Number(answer.parts) : null);
          }}
        >
          Replace them
        </Button>
      )}
    </div>
  );
}
