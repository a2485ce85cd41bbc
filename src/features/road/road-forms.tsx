'use client';

import { useState } from 'react';
import { CORNERS, type Corner } from '@/core/corners';
import { RUB_TIMES, type RoadNoise } from '@/core/ledger/kinds/handed-over';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { CORNER_NAMES } from '@/core/procedure/engine';
import type { FieldError } from '@/contracts/answer';
import { useCommand } from '@/features/transport/use-command';
import { AreaField, OdometerFields, TextField, fieldsOf, odometerFrom } from '@/ui/form';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { Choice } from '@/ui/choice';
import { Select } from '@/ui/select';

const ODOMETER_FIELDS = ['odometer.value', 'odometer.unread'];

export function RoadOutForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { send, busy, errors } = useCommand('road.out');
  const asked = errors.some((error) => error.code === 'confirm');
  return (
    <form
      className="max-w-xl"
      onSubmit={(event) => {
        event.preventDefault();
        void send({ orderId, odometer: odometerFrom(fieldsOf(event.currentTarget)), confirmed: asked });
      }}
    >
      <Errors errors={errors}>
        <OdometerFields unit={unit} label="Odometer going out" />
        <FormErrors errors={errors} shown={ODOMETER_FIELDS} />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
        {asked ? 'The dial shows less: take it out' : 'Take it out'}
      </button>
    </form>
  );
}

const RESULTS = ['good', 'fault', 'not tried'] as const;
type Result = (typeof RESULTS)[number];

interface Rub {
  corner: Corner;
  when: (typeof RUB_TIMES)[number];
  gap: string;
}

const numberOrNull = (text: string | undefined) => (text?.trim() ? Number(text) : null);

const saidOf = (errors: FieldError[], field: string) =>
  errors.filter((error) => error.field.startsWith(field)).map((error) => error.message);

/** Noises by place and speed; as many as were heard. */
function Noises({
  noises,
  onChange,
  errors,
}: {
  noises: RoadNoise[];
  onChange: (noises: RoadNoise[]) => void;
  errors: FieldError[];
}) {
  const set = (index: number, more: Partial<RoadNoise>) =>
    onChange(noises.map((noise, at) => (at === index ? { ...noise, ...more } : noise)));
  return (
    <fieldset className="mt-4">
      <legend className="label">Noises, by place and speed</legend>
      {noises.map((noise, index) => (
        <div key={index} className="mb-2 grid grid-cols-[1.2fr_1fr_auto] gap-2">
          <input
            className="input"
            aria-label={`Noise ${index + 1}: where`}
            placeholder="where, right front"
            value={noise.place}
            onChange={(event) => set(index, { place: event.target.value })}
          />
          <input
            className="input"
            aria-label={`Noise ${index + 1}: speed`}
            placeholder="speed, over bumps"
            value={noise.speed}
            onChange={(event) => set(index, { speed: event.target.value })}
          />
          <button
            type="button"
            className="btn btn-plain"
            onClick={() => onChange(noises.filter((_, at) => at !== index))}
          >
            Away
          </button>
          <input
            className="input col-span-3"
            aria-label={`Noise ${index + 1}: what it sounds like`}
            placeholder="what it sounds like"
            value={noise.words}
            onChange={(event) => set(index, { words: event.target.value })}
          />
          {saidOf(errors, `noises[${index}]`).map((message) => (
            <p key={message} role="alert" className="col-span-3 font-medium text-danger">
              {message}
            </p>
          ))}
        </div>
      ))}
      <button
        type="button"
        className="btn"
        onClick={() => onChange([...noises, { place: '', speed: '', words: '' }])}
      >
        A noise
      </button>
    </fieldset>
  );
}

/** Where a tire comes near, by corner and by when, with the gap measured. */
function Rubs({
  rubs,
  onChange,
  errors,
}: {
  rubs: Rub[];
  onChange: (rubs: Rub[]) => void;
  errors: FieldError[];
}) {
  const set = (index: number, more: Partial<Rub>) =>
    onChange(rubs.map((rub, at) => (at === index ? { ...rub, ...more } : rub)));
  return (
    <fieldset className="mt-4">
      <legend className="label">Where a tire comes near, gap in mm</legend>
      {rubs.map((rub, index) => (
        <div key={index} className="mb-2 grid grid-cols-[1.1fr_1.3fr_5rem_auto] gap-2">
          <Select
            aria-label={`Rub ${index + 1}: corner`}
            value={rub.corner}
            onValue={(corner) => set(index, { corner: corner as Corner })}
            options={CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)}
          />
          <Select
            aria-label={`Rub ${index + 1}: when`}
            value={rub.when}
            onValue={(when) => set(index, { when: when as Rub['when'] })}
            options={RUB_TIMES.map((when) => [when, when] as const)}
          />
          <input
            className="input text-right"
            inputMode="decimal"
            aria-label={`Rub ${index + 1}: gap in mm`}
            value={rub.gap}
            onChange={(event) => set(index, { gap: event.target.value })}
          />
          <button
            type="button"
            className="btn btn-plain"
            onClick={() => onChange(rubs.filter((_, at) => at !== index))}
          >
            Away
          </button>
          {saidOf(errors, `rubs[${index}]`).map((message) => (
            <p key={message} role="alert" className="col-span-4 font-medium text-danger">
              {message}
            </p>
          ))}
        </div>
      ))}
      <button
        type="button"
        className="btn"
        onClick={() => onChange([...rubs, { corner: 'LF', when: 'at lock', gap: '' }])}
      >
        A rub or near one
      </button>
    </fieldset>
  );
}

export function RoadInForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { send, busy, errors } = useCommand('road.in');
  const [results, setResults] = useState<Record<string, Result>>({});
  const [notes, setNotes] = useState<Record<string, string>>({});
  const [noises, setNoises] = useState<RoadNoise[]>([]);
  const [rubs, setRubs] = useState<Rub[]>([]);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        void send({
          orderId,
          odometer: odometerFrom(f),
          checks: ROAD_CHECKS.map(({ id }) => ({ id, result: results[id], note: notes[id] ?? '' })),
          note: f.note,
          noises,
          dial: f.shown || f.truth ? { shown: numberOrNull(f.shown), truth: numberOrNull(f.truth) } : null,
          rubs: rubs.map(({ gap, ...rub }) => ({ ...rub, gapMm: gap.trim() === '' ? null : Number(gap) })),
        });
      }}
    >
      <Errors errors={errors}>
        <div className="grid gap-x-9 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
          <ul className="border-t border-ink">
            {ROAD_CHECKS.map(({ id, label, how }, index) => {
              const said = errors.find((error) => error.field.startsWith(`checks[${index}]`));
              return (
                <li key={id} className="grid gap-x-2 border-b border-rule py-1.5 sm:grid-cols-[1fr_auto]">
                  <span className="self-center">
                    <span className="block text-[1.1rem] leading-tight">{label}</span>
                    <span className="block text-[0.95rem] text-soft">{how}</span>
                  </span>
                  <Choice
                    label={label}
                    options={RESULTS.map((result) => [result, result] as const)}
                    value={results[id] ?? null}
                    onValue={(result) => setResults((before) => ({ ...before, [id]: result }))}
                    itemClassName="-ml-[1.5px] min-w-24"
                  />
                  {results[id] === 'fault' && (
                    <input
                      className="input mt-1 sm:col-span-2"
                      aria-label={`What was wrong: ${label}`}
                      placeholder="what was wrong, where, at what speed"
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
            <Noises noises={noises} onChange={setNoises} errors={errors} />
            <Rubs rubs={rubs} onChange={setRubs} errors={errors} />
            <fieldset className="mt-4 grid grid-cols-2 gap-2">
              <legend className="label">The dial against an independent speed</legend>
              <TextField name="shown" label="Dial showed" inputMode="decimal" />
              <TextField name="truth" label="True speed" inputMode="decimal" />
              {saidOf(errors, 'dial').map((message) => (
                <p key={message} role="alert" className="col-span-2 font-medium text-danger">
                  {message}
                </p>
              ))}
            </fieldset>
            <AreaField className="mt-4" name="note" label="Noted on the way" />
            <FormErrors
              errors={errors.filter((error) => !/^(checks|noises|rubs|dial)/.test(error.field))}
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

/** The customer drives it before signing, and what they say is written down in their words. */
export function CustomerDroveForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const { send, busy, errors } = useCommand('customer.drove');
  return (
    <form
      className="mt-2 max-w-2xl"
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const read = f['odometer.value'] || f['odometer.unread'];
        void send({
          orderId,
          words: f.words,
          content: Boolean(f.content),
          odometer: read ? odometerFrom(f) : null,
        });
      }}
    >
      <Errors errors={errors}>
        <TextField name="words" label="What they said of it, in their words" />
        <CheckField name="content" label="They are content with how it drives" />
        <OdometerFields unit={unit} label="Odometer after, when read" />
        <FormErrors errors={errors} shown={['words', 'content', ...ODOMETER_FIELDS]} />
      </Errors>
      <button className="btn mt-3" disabled={busy}>
        Keep their words
      </button>
    </form>
  );
}
