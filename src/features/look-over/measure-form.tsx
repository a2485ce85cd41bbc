'use client';

import { useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import {
  type CarSetup,
  choiceWords,
  knownWords,
  type MeasureSheet,
  measuresOf,
  wholeSheet,
} from '@/core/planner/measures';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { Send } from '@/ui/send';
import { BareSelect } from '@/ui/select';
import { BareField } from '@/ui/text-field';
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

/** What was typed, by the measure’s key, whose dots are no steps into anything. */
const asTyped = (figures: Record<string, unknown>, at = ''): [string, string][] =>
  Object.entries(figures).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string'
      ? value.trim()
        ? [[at + key, value]]
        : []
      : asTyped(value as Record<string, unknown>, `${at}${key}.`),
  );

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
  const [all, setAll] = useState(false);
  const whole = wholeSheet(setup, sheet);
  const isMeasured = (key: string) => whole[key]!.known === 'measured';
  // What somebody has measured leads: it is what is known.
  const defs = measuresOf(setup)
    .filter((def) => all || ASKED.includes(def.id))
    .sort((a, b) => Number(isMeasured(b.key)) - Number(isMeasured(a.key)));
  return (
    <CommandForm
      command="measure.record"
      start={{ figures: {} as Record<string, unknown> }}
      input={({ figures }) => ({
        orderId,
        unit,
        figures: asTyped(figures).map(([key, typed]) => ({ key, typed, known: undefined })),
      })}
    >
      {({ figures }) => {
        const count = asTyped(figures).length;
        return (
          <>
            <p className="pb-2 text-soft">
              Lengths without a unit are {unit === 'in' ? 'inches, like 7/8 or 1 3/16' : 'millimeters'};
              angles in degrees. Leave empty what was not measured.
            </p>
            <ul className="border-t border-ink">
              {defs.map((def) => {
                const label = `${def.label}${def.end ? `, ${def.end}` : ''}`;
                return (
                  <li
                    key={def.key}
                    className="grid grid-cols-[1fr_8rem] items-center gap-x-3 border-b border-rule py-1.5"
                  >
                    <span>
                      {label}
                      <span className="block text-sm text-soft">
                        {knownWords(whole[def.key]!)}
                        {def.choices && `: ${choiceWords(def, whole[def.key]!.value)}`}
                      </span>
                    </span>
                    <div>
                      {def.choices ? (
                        <BareSelect
                          name={`figures.${def.key}`}
                          label={label}
                          options={[
                            ['', 'not looked'],
                            ...def.choices.map(([value, words]) => [String(value), words] as const),
                          ]}
                        />
                      ) : (
                        <BareField
                          name={`figures.${def.key}`}
                          label={label}
                          className="text-right"
                          placeholder={figureOf(whole[def.key]!, def, unit)}
                        />
                      )}
                    </div>
                  </li>
                );
              })}
              {NOTES.map(([key, label]) => (
                <li key={key} className="border-b border-rule py-1.5">
                  <span>{label}</span>
                  {notes[key] && <span className="block text-sm text-soft">written down: {notes[key]}</span>}
                  <BareField name={`figures.${key}`} label={label} />
                </li>
              ))}
            </ul>
            <p className="flex flex-wrap gap-3 pt-3">
              <Send disabled={count === 0}>{count ? `Record ${count}` : 'Record'}</Send>
              <Button weight="plain" onClick={() => setAll(!all)}>
                {all ? 'Only the usual ones' : 'Everything its axles ask for'}
              </Button>
            </p>
          </>
        );
      }}
    </CommandForm>
  );
}
