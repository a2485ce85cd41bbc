'use client';

import { useId } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { parseTape } from '@/core/calc/tape.parse';
import { attempt } from '@/core/refusal';
import { Sixteenths } from './measure-pad';

/** One height as from a tape: type it, or type the whole and tap the sixteenth on the ruler. */
export function HeightPad({
  label,
  unit,
  value,
  onChange,
  error,
  autoFocus,
  ruler = true,
  onFocus,
}: {
  label: string;
  unit: 'in' | 'mm';
  value: string;
  onChange: (next: string) => void;
  error?: string;
  autoFocus?: boolean;
  /** Not where a pad stands beneath for all of them. */
  ruler?: boolean;
  onFocus?: () => void;
}) {
  const id = useId();
  const read = value.trim() ? attempt(() => parseTape(value, unit)) : null;
  const mm = read?.ok ? read.value : null;
  const other = mm === null ? '' : formatTape(mm, unit === 'in' ? 'mm' : 'in');
  const said = error ?? (read && !read.ok ? read.refusal.message : null);
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
          onFocus={onFocus}
          autoComplete="off"
          autoFocus={autoFocus}
          placeholder={unit === 'in' ? '21 3/16' : '538 mm'}
          aria-invalid={said ? true : undefined}
          aria-describedby={`${id}-said`}
          className="input figure text-2xl"
        />
        <span className="w-24 shrink-0 text-right font-head text-lg text-soft">{other}</span>
      </div>
      {unit === 'in' && ruler && (
        <div className="mt-1">
          <Sixteenths label={label} value={value} onChange={onChange} />
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
