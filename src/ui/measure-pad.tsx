'use client';

import { Button } from './button';

/** What a pad reads. */
export type PadUnit = 'in' | 'mm' | 'deg' | 'turns' | 'count' | 'kg';

const UNIT_WORDS: Record<PadUnit, string> = {
  in: 'in',
  mm: 'mm',
  deg: 'degrees',
  turns: 'turns',
  count: '',
  kg: 'kg',
};

const SIXTEENTHS = Array.from({ length: 16 }, (_, index) => index);

export function fractionText(sixteenths: number): string {
  if (sixteenths === 0) return '';
  let [top, bottom] = [sixteenths, 16];
  while (top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  return `${top}/${bottom}`;
}

/** The length of a tick on the ruler: whole, half, quarter, eighth, sixteenth. */
const TICKS = [26, 8, 13, 8, 17, 8, 13, 8, 22, 8, 13, 8, 17, 8, 13, 8] as const;

const wholeOf = (text: string) => /^\s*(-?\d+)/.exec(text)?.[1] ?? '';

/** The sixteenths as a ruler to tap, in two rows of eight: the whole stays as it was typed. */
export function Sixteenths({
  label,
  value,
  onChange,
  tall = false,
}: {
  label: string;
  value: string;
  onChange: (next: string) => void;
  tall?: boolean;
}) {
  const fraction = value.trim().slice(wholeOf(value).length).trim();
  return (
    <div className="grid grid-cols-8" role="group" aria-label={`Sixteenths for ${label}`}>
      {SIXTEENTHS.map((sixteenth) => {
        const text = fractionText(sixteenth);
        const chosen = text !== '' && fraction === text;
        return (
          <button
            key={sixteenth}
            type="button"
            aria-pressed={chosen}
            aria-label={sixteenth === 0 ? 'no sixteenths' : `${text} inch`}
            onClick={() => onChange(`${wholeOf(value)} ${text}`.trim())}
            className={`flex cursor-pointer flex-col items-center border-t border-ink hover:bg-hair ${tall ? 'min-h-14 border-r border-r-rule' : 'line'} ${chosen ? 'bg-pen text-on-pen' : 'bg-card text-ink'}`}
          >
            <span aria-hidden className="w-0.5 bg-current" style={{ height: TICKS[sixteenth] }} />
            <span className={`font-head leading-tight ${tall ? 'text-lg' : 'text-sm'}`}>{text || '0'}</span>
          </button>
        );
      })}
    </div>
  );
}

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3'] as const;

/** May it lie below nothing? */
const signed = (unit: PadUnit) => unit !== 'count' && unit !== 'kg';

/** One pad for lengths, angles, turns, counts and weights, made for gloves: figures, and for inches the ruler beside them. */
export function MeasurePad({
  label,
  unit,
  value,
  onChange,
  onNext,
  next,
}: {
  label: string;
  unit: PadUnit;
  value: string;
  onChange: (next: string) => void;
  /** Goes on to the next figure; none where this is the last. */
  onNext?: () => void;
  next?: string;
}) {
  const put = (text: string) => onChange((value + text).trimStart());
  const key = 'min-h-14 border border-rule bg-card font-head text-3xl';
  return (
    <div
      className="grid gap-3 md:grid-cols-[18rem_minmax(0,1fr)]"
      role="group"
      aria-label={`Pad for ${label}`}
    >
      <div className="grid grid-cols-3">
        {DIGITS.map((digit) => (
          <button key={digit} type="button" className={key} onClick={() => put(digit)}>
            {digit}
          </button>
        ))}
        {unit !== 'count' ? (
          <button type="button" className={key} aria-label="point" onClick={() => put('.')}>
            .
          </button>
        ) : (
          <span className={key} aria-hidden />
        )}
        <button type="button" className={key} onClick={() => put('0')}>
          0
        </button>
        <button
          type="button"
          className={key}
          aria-label="take the last figure away"
          onClick={() => onChange(value.trimEnd().slice(0, -1))}
        >
          ⌫
        </button>
      </div>
      <div className="flex flex-col gap-3">
        <p className="flex items-baseline gap-4 border-b border-rule pb-1" aria-hidden>
          <span className="figure text-5xl leading-none">{value || '—'}</span>
          <span className="font-head text-2xl text-soft">{UNIT_WORDS[unit]}</span>
        </p>
        {unit === 'in' && (
          <Sixteenths
            tall
            label={label}
            value={value}
            onChange={(text) => {
              onChange(text);
              // Whole and sixteenth are there: the reading is whole.
              if (/\d/.test(wholeOf(text))) onNext?.();
            }}
          />
        )}
        {unit === 'turns' && (
          <div className="grid grid-cols-4">
            {['', '1/4', '1/2', '3/4'].map((part) => (
              <button
                key={part}
                type="button"
                className={key}
                aria-label={part ? `and ${part}` : 'whole turns'}
                onClick={() => onChange(`${wholeOf(value)} ${part}`.trim())}
              >
                {part || '0'}
              </button>
            ))}
          </div>
        )}
        <div className="mt-auto flex gap-3">
          {signed(unit) && (
            <Button
              className="min-h-14 min-w-20 text-2xl"
              aria-label="change the sign"
              onClick={() => onChange(value.startsWith('-') ? value.slice(1) : `-${value}`)}
            >
              ±
            </Button>
          )}
          <Button className="min-h-14 px-5 text-xl" onClick={() => onChange('')}>
            Clear
          </Button>
          {onNext && (
            <Button className="min-h-14 flex-1 text-xl" disabled={!value.trim()} onClick={onNext}>
              {next ?? 'Next'}
            </Button>
          )}
        </div>
      </div>
    </div>
  );
}
