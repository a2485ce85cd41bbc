'use client';

import { useState } from 'react';
import { attempt } from '@/core/refusal';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import {
  type CarSetup,
  KNOWN,
  KNOWN_WORDS,
  knownWords,
  type Known,
  type MeasureDef,
  type MeasureSheet,
  type Measured,
  measuresOf,
  wholeSheet,
} from '@/core/planner/measures';
import { readMeasure } from '@/core/planner/read-measure';
import { Select } from '@/ui/select';

const GROUPS = [
  'ride',
  'damper',
  'spring',
  'arms',
  'steering',
  'driveline',
  'lines',
  'wheel',
  'car',
] as const;
const GROUP_WORDS: Record<(typeof GROUPS)[number], string> = {
  ride: 'How it rides',
  damper: 'Dampers',
  spring: 'Springs',
  arms: 'Arms and links',
  steering: 'Steering and angles',
  driveline: 'Driveline',
  lines: 'Lines, links, sensors',
  wheel: 'Wheels and clearances',
  car: 'The car',
};

const describeUnit = (def: MeasureDef, unit: TapeUnit) =>
  def.unit === 'mm'
    ? unit === 'in'
      ? 'in'
      : 'mm'
    : ({ deg: '°', ratio: '', turns: 'turns', number: '' }[def.unit as 'deg'] ?? def.unit);

export function figureOf(one: Measured, def: MeasureDef, unit: TapeUnit): string {
  return def.unit === 'mm'
    ? formatTape(one.value, unit, 32).replace(/"| mm/, '')
    : String(Math.round(one.value * 1000) / 1000);
}

/** A figure as it is typed, or null while it does not read. */
function typedFigure(text: string, def: MeasureDef, unit: TapeUnit): number | null {
  const read = attempt(() => readMeasure(text, def, unit));
  return read.ok ? read.value : null;
}

function FigureRow({
  def,
  one,
  unit,
  onChange,
}: {
  def: MeasureDef & { key: string; end: 'front' | 'rear' | null };
  one: Measured;
  unit: TapeUnit;
  onChange: (next: Measured | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const bad = typed !== null && typedFigure(typed, def, unit) === null;
  const assumed = one.known === 'platform';
  const label = `${def.label}${def.end ? `, ${def.end}` : ''}`;
  return (
    <li className="grid grid-cols-[1fr_6.5rem_9.5rem] items-center gap-2 border-b border-rule py-1">
      <span className={assumed ? 'text-soft' : 'font-medium'}>
        {def.label}
        {describeUnit(def, unit) && <span className="text-soft"> {describeUnit(def, unit)}</span>}
      </span>
      {def.choices ? (
        <Select
          className="px-1"
          aria-label={label}
          value={String(one.value)}
          onValue={(next) => onChange({ value: Number(next), known: 'measured' })}
          options={def.choices.map(([value, words]) => [String(value), words] as const)}
        />
      ) : (
        <input
          className={`input text-right ${assumed ? 'italic' : 'font-semibold'}`}
          aria-label={label}
          aria-invalid={bad || undefined}
          value={typed ?? figureOf(one, def, unit)}
          onChange={(event) => {
            setTyped(event.target.value);
            const value = typedFigure(event.target.value, def, unit);
            if (value !== null && (value !== 0 || def.mayBeZero || def.anySign))
              onChange({ value, known: assumed ? 'measured' : one.known });
          }}
          onBlur={() => !bad && setTyped(null)}
        />
      )}
      <Select
        className="px-1"
        aria-label={`${label}: how it is known`}
        value={one.known}
        onValue={(next) => {
          const known = next as Known;
          onChange(known === 'platform' ? null : { ...one, known });
        }}
        options={KNOWN.map(
          (known) => [known, known === one.known ? knownWords(one) : KNOWN_WORDS[known]] as const,
        )}
      />
      {bad && (
        <span role="alert" className="col-span-3 font-medium text-danger">
          {label}: “{typed}” does not read.
        </span>
      )}
    </li>
  );
}

/** What is known of the car: only what its axles ask for, what is assumed marked as assumed. */
export function FiguresForm({
  setup,
  sheet,
  unit,
  change,
}: {
  setup: CarSetup;
  sheet: MeasureSheet;
  unit: TapeUnit;
  change: (sheet: MeasureSheet) => void;
}) {
  const whole = wholeSheet(setup, sheet);
  const defs = measuresOf(setup);
  const known = defs.filter((def) => whole[def.key]!.known !== 'platform').length;
  return (
    <section>
      <p className="py-2">
        {known} of {defs.length} figures are known; the rest, in italics, is assumed for its kind of
        suspension. What you type counts as measured here.
      </p>
      {(['front', 'rear', null] as const).map((end) =>
        GROUPS.map((group) => {
          const here = defs.filter((def) => def.end === end && def.group === group);
          if (!here.length) return null;
          return (
            <details key={`${end} ${group}`} className="border-b border-rule">
              <summary className="cursor-pointer py-2 font-head text-lg font-medium">
                {end
                  ? `${end === 'front' ? 'Front' : 'Rear'}: ${GROUP_WORDS[group].toLowerCase()}`
                  : GROUP_WORDS[group]}
                <span className="ml-2 font-body text-sm text-soft">
                  {here.filter((def) => whole[def.key]!.known !== 'platform').length} of {here.length} known
                </span>
              </summary>
              <ul className="pb-2">
                {here.map((def) => (
                  <FigureRow
                    key={def.key}
                    def={def}
                    one={whole[def.key]!}
                    unit={unit}
                    onChange={(next) => {
                      const rest = { ...sheet };
                      if (next) rest[def.key] = next;
                      else delete rest[def.key];
                      change(rest);
                    }}
                  />
                ))}
              </ul>
            </details>
          );
        }),
      )}
    </section>
  );
}
