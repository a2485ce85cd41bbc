'use client';

import { useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import {
  type CarSetup,
  KNOWN_WORDS,
  type MeasureSheet,
  measuresOf,
  wholeSheet,
} from '@/core/planner/measures';
import { useCommand } from '@/features/transport/use-command';
import { FormErrors } from '@/ui/field';
import { figureOf } from '../planner/figures-form';

/** What is asked of a car as it came, beyond its heights; the planner asks for the rest where it needs it. */
const ASKED = [
  'clearInner',
  'clearOuter',
  'archBump',
  'caster',
  'camberNow',
  'bumpTravel',
  'damperRide',
  'shackle',
  'leafCamber',
  'pinionDeg',
  'outputDeg',
  'hose',
  'hoseDroop',
  'trackbar',
  'trackbarRise',
  'arm',
  'armRise',
  'lowest',
  'rampDeg',
];

const NOTES = [
  ['note.witness-marks', 'Witness marks: where and how'],
  ['note.vibration', 'Vibration: its speed band'],
  ['note.axle-square', 'Axle square and centered: gaps and diagonals'],
  ['note.wheel-in-opening', 'Wheel’s place in its opening'],
  ['note.bench-lengths', 'Bench lengths of arms and bars'],
] as const;

/** Measures of a car beyond its heights: typed as on a tape, kept with the order and known from then on. */
export function MeasureForm({
  orderId,
  setup,
  sheet,
  unit,
  notes,
}: {
  orderId: string;
  setup: CarSetup;
  sheet: MeasureSheet;
  unit: TapeUnit;
  notes: Record<string, string>;
}) {
  const { send, busy, errors } = useCommand('measure.record');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [all, setAll] = useState(false);
  const whole = wholeSheet(setup, sheet);
  const defs = measuresOf(setup).filter((def) => all || ASKED.includes(def.id));
  const error = (key: string) => errors.find((one) => one.field === `figures.${key}`)?.message;
  const set = (key: string, value: string) => setTyped((before) => ({ ...before, [key]: value }));
  const figures = Object.entries(typed)
    .filter(([, value]) => value.trim() !== '')
    .map(([key, value]) => ({ key, typed: value, known: undefined }));
  const field = (key: string, label: string, now: string, note: string) => (
    <li key={key} className="grid grid-cols-[1fr_8rem] items-center gap-x-3 border-b border-rule py-1.5">
      <label htmlFor={key}>
        {label}
        <span className="block text-[0.95rem] text-soft">{note}</span>
      </label>
      <input
        id={key}
        className="input text-right"
        placeholder={now}
        aria-invalid={error(key) ? true : undefined}
        value={typed[key] ?? ''}
        onChange={(event) => set(key, event.target.value)}
      />
      {error(key) && (
        <p role="alert" className="col-span-2 font-medium text-danger">
          {error(key)}
        </p>
      )}
    </li>
  );
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (await send({ orderId, figures, unit })) setTyped({});
      }}
    >
      <p className="pb-2 text-soft">
        Lengths without a unit are {unit === 'in' ? 'inches, like 7/8 or 1 3/16' : 'millimeters'}; angles in
        degrees. Leave empty what was not measured.
      </p>
      <ul className="border-t border-ink">
        {defs.map((def) => {
          const one = whole[def.key]!;
          return field(
            def.key,
            `${def.label}${def.end ? `, ${def.end}` : ''}`,
            figureOf(one, def, unit),
            KNOWN_WORDS[one.known],
          );
        })}
        {NOTES.map(([key, label]) => (
          <li key={key} className="border-b border-rule py-1.5">
            <label htmlFor={key}>{label}</label>
            {notes[key] && <span className="block text-[0.95rem] text-soft">written down: {notes[key]}</span>}
            <input
              id={key}
              className="input"
              value={typed[key] ?? ''}
              onChange={(event) => set(key, event.target.value)}
            />
          </li>
        ))}
      </ul>
      <FormErrors
        errors={errors}
        shown={errors.map((one) => one.field).filter((one) => one.startsWith('figures.'))}
      />
      <p className="flex flex-wrap gap-3 pt-3">
        <button className="btn btn-pen" disabled={busy || figures.length === 0}>
          {busy ? 'Writing…' : figures.length ? `Keep ${figures.length}` : 'Keep'}
        </button>
        <button type="button" className="btn btn-plain" onClick={() => setAll(!all)}>
          {all ? 'Only the usual ones' : 'Everything its axles ask for'}
        </button>
      </p>
    </form>
  );
}
