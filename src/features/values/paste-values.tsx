'use client';

import { useState } from 'react';
import {
  type PastedValues,
  type ValueRow,
  readPastedValues,
  valueSheetCsv,
} from '@/core/procedure/value-rows';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { AreaField } from '@/ui/text-field';
import type { ValueLine } from './value-lines';

const rowsOf = (lines: readonly ValueLine[]): ValueRow[] =>
  lines.map(({ name, like }) => ({ name, fasteners: [like] }));

function save(text: string, name: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: 'text/csv' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** Fills a sheet from what was pasted, or from a CSV: a line a fastener, its name first, then the value, then the angle. */
export function PasteValues({
  lines,
  onRead,
}: {
  lines: readonly ValueLine[];
  onRead: (values: PastedValues['values']) => void;
}) {
  const [text, setText] = useState('');
  const [read, setRead] = useState<{ filled: number; unread: string[] } | null>(null);
  const take = (pasted: string) => {
    const { values, unread } = readPastedValues(pasted, rowsOf(lines));
    onRead(values);
    setRead({ filled: values.size, unread });
  };
  return (
    <Fold title="Paste from a table, or from a CSV" className="no-print my-4 border-y border-rule">
      <p className="mb-2 max-w-3xl text-soft">
        A line a fastener: its name as it stands below, then the value, then the angle where there is one. A
        comma, a semicolon or a tab between them.
      </p>
      <AreaField
        name="pasted"
        label="Lines of the sheet"
        rows={5}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <Button disabled={!text.trim()} onClick={() => take(text)}>
          Fill the sheet in
        </Button>
        <Button onClick={() => save(valueSheetCsv(rowsOf(lines)), 'value-sheet.csv')}>
          Save the empty sheet as CSV
        </Button>
        <label className="btn cursor-pointer">
          Read a filled CSV
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            className="sr-only"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              event.target.value = '';
              if (file) take(await file.text());
            }}
          />
        </label>
      </p>
      {read && (
        <div role="status" className="mt-2">
          <p className="font-medium">
            {read.filled} {read.filled === 1 ? 'line' : 'lines'} filled in below. Nothing is recorded yet.
          </p>
          {read.unread.map((line) => (
            <p key={line} className="font-semibold text-danger">
              Not read: “{line}”
            </p>
          ))}
        </div>
      )}
    </Fold>
  );
}
