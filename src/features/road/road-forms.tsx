'use client';

import { useState } from 'react';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { useCommand } from '@/ui/commands';
import { AreaField, Errors, FormErrors, OdometerFields, fieldsOf, odometerFrom } from '@/ui/form';

const ODOMETER_FIELDS = ['odometer.value', 'odometer.unread'];

export function RoadOutForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { give, busy, errors } = useCommand('road.out');
  return (
    <form
      className="max-w-xl"
      onSubmit={(event) => {
        event.preventDefault();
        void give({ orderId, odometer: odometerFrom(fieldsOf(event.currentTarget)) });
      }}
    >
      <Errors errors={errors}>
        <OdometerFields unit={unit} label="Odometer going out" />
        <FormErrors errors={errors} shown={ODOMETER_FIELDS} />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
        Take it out
      </button>
    </form>
  );
}

const RESULTS = ['good', 'fault', 'not tried'] as const;
type Result = (typeof RESULTS)[number];

export function RoadInForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { give, busy, errors } = useCommand('road.in');
  const [results, setResults] = useState<Record<string, Result>>({});
  const [notes, setNotes] = useState<Record<string, string>>({});
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        void give({
          orderId,
          odometer: odometerFrom(f),
          checks: ROAD_CHECKS.map(({ id }) => ({ id, result: results[id], note: notes[id] ?? '' })),
          note: f.note,
        });
      }}
    >
      <Errors errors={errors}>
        <div className="grid gap-x-9 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
          <ul className="border-t border-ink">
            {ROAD_CHECKS.map(({ id, label }, index) => {
              const said = errors.find((error) => error.field.startsWith(`checks[${index}]`));
              return (
                <li key={id} className="grid gap-2 border-b border-rule py-2 sm:grid-cols-[1fr_auto]">
                  <span className="self-center text-[1.1rem]">{label}</span>
                  <span role="radiogroup" aria-label={label} className="flex">
                    {RESULTS.map((result) => (
                      <button
                        key={result}
                        type="button"
                        role="radio"
                        aria-checked={results[id] === result}
                        onClick={() => setResults((before) => ({ ...before, [id]: result }))}
                        className="btn -ml-[1.5px] min-w-24 aria-checked:bg-ink aria-checked:text-paper"
                      >
                        {result}
                      </button>
                    ))}
                  </span>
                  {results[id] === 'fault' && (
                    <input
                      className="input sm:col-span-2"
                      aria-label={`What was wrong: ${label}`}
                      placeholder="what was wrong, at what speed"
                      value={notes[id] ?? ''}
                      onChange={(event) => setNotes((before) => ({ ...before, [id]: event.target.value }))}
                    />
                  )}
                  {said && (
                    <p role="alert" className="font-medium text-danger sm:col-span-2">
                      {said.message}
                    </p>
                  )}
                </li>
              );
            })}
          </ul>
          <div>
            <OdometerFields unit={unit} label="Odometer coming back" />
            <AreaField className="mt-3" name="note" label="Noted on the way" />
            <FormErrors
              errors={errors.filter((error) => !error.field.startsWith('checks['))}
              shown={ODOMETER_FIELDS}
            />
            <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
              It is back
            </button>
          </div>
        </div>
      </Errors>
    </form>
  );
}
