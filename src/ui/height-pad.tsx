'use client';

import { useId } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { parseTape } from '@/core/calc/tape.parse';
import { attempt } from '@/core/refusal';

const SIXTEENTHS = Array.from({ length: 16 }, (_, index) => index);

function fractionText(sixteenths: number): string {
  if (sixteenths === 0) return '';
  let [top, bottom] = [sixteenths, 16];
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${top}/${bottom}`;
}

/** One height as from a tape: type it, or type the whole and tap the sixteenth on the ruler. */
export function HeightPad({
  label,
  unit,
  value,
  onChange,
  error,
  autoFocus,
}: {
  label: string;
  unit: 'in' | 'mm';
  value: string;
  onChange: (next: string) => void;
  error?: string;
  autoFocus?: boolean;
}) {
  const id = useId();
  const read = value.trim() ? attempt(() => parseTape(value, unit)) : null;
  const mm = read?.ok ? read.value : null;
  const other = mm === null ? '' : formatTape(mm, unit === 'in' ? 'mm' : 'in');
  const said = error ?? (read && !read.ok ? read.refusal.message : null);
  const whole = /^\s*(\d+)/.exec(value)?.[1] ?? '';
  return (
    <div>
      <label htmlFor={id} className="label block">
        {label}
      </label>
      <div className="flex items-baseline gap-3">
        <input
          id={id}
          value={value}
          onChange={(event) => onChange(event.target.value)}
          autoComplete="off"
          autoFocus={autoFocus}
          placeholder={unit === 'in' ? '21 3/16' : '538 mm'}
          aria-invalid={said ? true : undefined}
          aria-describedby={`${id}-said`}
          className="input figure text-2xl"
        />
        <span className="w-24 shrink-0 text-right font-head text-lg text-soft">{other}</span>
      </div>
      {unit === 'in' && (
        <div className="mt-1 grid grid-cols-8" role="group" aria-label={`Sixteenths for ${label}`}>
          {SIXTEENTHS.map((sixteenth) => (
            <button
              key={sixteenth}
              type="button"
              onClick={() => onChange(`${whole} ${fractionText(sixteenth)}`.trim())}
              aria-label={sixteenth === 0 ? 'no sixteenths' : `${fractionText(sixteenth)} inch`}
              className="line flex cursor-pointer flex-col items-center border-t border-ink bg-card hover:bg-hair"
            >
              <span
                aria-hidden
                className="w-0.5 bg-ink"
                style={{
                  height:
                    sixteenth === 0
                      ? 22
                      : sixteenth === 8
                        ? 20
                        : sixteenth % 4 === 0
                          ? 16
                          : sixteenth % 2 === 0
                            ? 12
                            : 7,
                }}
              />
              <span className="font-head text-sm leading-tight text-ink">
                {fractionText(sixteenth) || '0'}
              </span>
            </button>
          ))}
        </div>
      )}
      <p
        id={`${id}-said`}
        role={said ? 'alert' : undefined}
        className="min-h-6 text-sm font-medium text-danger"
      >
        {said ?? ''}
      </p>
    </div>
  );
}
