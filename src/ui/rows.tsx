'use client';

import { X } from 'lucide-react';
import { useState } from 'react';
import { Button } from './button';
import { Combobox, among } from './combobox';
import { BareField } from './text-field';

type Row = readonly string[];

/** Several lines of a few words each: typed, or added from those that are known. A line without its first word is none. */
export function Rows({
  name,
  label,
  one,
  columns,
  rows: given,
  known = [],
  onRows,
  className,
}: {
  name: string;
  /** What the lines are, and what one of them is: `Tools`, `a tool`. */
  label: string;
  one: string;
  columns: readonly string[];
  rows: readonly Row[];
  /** Lines that stand elsewhere already: found by their words. */
  known?: readonly Row[];
  onRows: (rows: Row[]) => void;
  className?: string;
}) {
  // A line that is only begun is no line of the file yet, and stays in sight all the same.
  const [rows, setRows] = useState<Row[]>([...given]);
  const change = (next: Row[]) => {
    setRows(next);
    onRows(next.map((row) => row.map((cell) => cell.trim())).filter(([first]) => first));
  };
  const blank = columns.map(() => '');
  const there = new Set(rows.map((row) => row.join('\n')));
  const others = known.filter((row) => !there.has(row.join('\n')));
  const wordsOf = (row: Row) => row.filter(Boolean).join(', ');
  return (
    <fieldset className={className}>
      <legend className="label">{label}</legend>
      {rows.map((row, at) => (
        <div key={at} className="mb-1 flex items-start gap-1">
          {columns.map((column, index) => (
            <div key={column} className={index === 0 ? 'min-w-0 flex-1' : 'w-28 shrink-0'}>
              <BareField
                name={`${name}.${at}.${index}`}
                label={`${label} ${at + 1}, ${column}`}
                placeholder={column}
                value={row[index] ?? ''}
                onChange={(event) =>
                  change(
                    rows.map((it, place) =>
                      place === at
                        ? columns.map((_, i) => (i === index ? event.target.value : (it[i] ?? '')))
                        : it,
                    ),
                  )
                }
              />
            </div>
          ))}
          <Button
            weight="plain"
            size="icon"
            aria-label={`Remove ${wordsOf(row) || `${one} ${at + 1}`}`}
            onClick={() => change(rows.filter((_, place) => place !== at))}
          >
            <X className="size-4" aria-hidden />
          </Button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-2">
        {known.length > 0 && (
          <div className="w-44">
            <Combobox<Row>
              bare
              adds
              name={`${name}.known`}
              label={`Add ${one} of this procedure`}
              nothing={`Add ${one}…`}
              placeholder={`${label}: words`}
              find={among(others, wordsOf)}
              idOf={(row) => row.join('\n')}
              wordsOf={wordsOf}
              value={null}
              onValue={(row) => row && change([...rows, row])}
            />
          </div>
        )}
        <Button weight="plain" onClick={() => change([...rows, blank])}>
          {known.length > 0 ? 'Another, typed' : `Add ${one}`}
        </Button>
      </div>
    </fieldset>
  );
}
