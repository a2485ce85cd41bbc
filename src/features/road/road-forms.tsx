'use client';

import { Trash2 } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { CORNER_NAMES, CORNERS } from '@/core/corners';
import { RUB_TIMES } from '@/core/ledger/kinds/handed-over';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { ChoiceField } from '@/ui/choice';
import { WrongAt, useAsked, useDescribed } from '@/ui/field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { OdometerFields, emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { BareSelect } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, BareField, TextField } from '@/ui/text-field';

function TakeItOut() {
  const less = useAsked('confirm');
  return (
    <Send wide size="tall" className="mt-4">
      {less ? 'The dial shows less: record it so' : 'Record that it goes out'}
    </Send>
  );
}

export function RoadOutForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  return (
    <CommandForm
      command="road.out"
      className="max-w-xl"
      start={{ odometer: emptyOdometer(unit) }}
      input={({ odometer }, confirmed) => ({ orderId, odometer: odometerFrom(odometer), confirmed })}
    >
      <OdometerFields label="Odometer going out" />
      <TakeItOut />
    </CommandForm>
  );
}

const RESULTS = ['good', 'fault', 'not tried'] as const;

function TakeAway({ what, onClick }: { what: string; onClick: () => void }) {
  return (
    <Button weight="plain" aria-label={`Remove ${what}`} onClick={onClick}>
      <Trash2 className="size-5" aria-hidden />
    </Button>
  );
}

/** Noises by place and speed; as many as were heard. */
function Noises() {
  const { fields, append, remove } = useFieldArray({ name: 'noises' });
  return (
    <fieldset className="mt-4">
      <legend className="label">Noises, by place and speed</legend>
      {fields.map((noise, at) => (
        <div key={noise.id} className="mb-2 grid grid-cols-[1.2fr_1fr_auto] items-start gap-2">
          <div>
            <BareField
              name={`noises.${at}.place`}
              label={`Noise ${at + 1}: where`}
              placeholder="where, right front"
            />
          </div>
          <div>
            <BareField
              name={`noises.${at}.speed`}
              label={`Noise ${at + 1}: speed`}
              placeholder="speed, over bumps"
            />
          </div>
          <TakeAway what={`noise ${at + 1}`} onClick={() => remove(at)} />
          <div className="col-span-3">
            <BareField
              name={`noises.${at}.words`}
              label={`Noise ${at + 1}: what it sounds like`}
              placeholder="what it sounds like"
            />
          </div>
        </div>
      ))}
      <Button onClick={() => append({ place: '', speed: '', words: '' })}>A noise</Button>
    </fieldset>
  );
}

/** Where a tire comes near, by corner and by when, with the gap measured. */
function Rubs() {
  const { fields, append, remove } = useFieldArray({ name: 'rubs' });
  return (
    <fieldset className="mt-4">
      <legend className="label">Where a tire comes near, gap in mm</legend>
      {fields.map((rub, at) => (
        <div key={rub.id} className="mb-2 grid grid-cols-[1.1fr_1.3fr_5rem_auto] items-start gap-2">
          <BareSelect
            name={`rubs.${at}.corner`}
            label={`Rub ${at + 1}: corner`}
            options={CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)}
          />
          <BareSelect
            name={`rubs.${at}.when`}
            label={`Rub ${at + 1}: when`}
            options={RUB_TIMES.map((when) => [when, when] as const)}
          />
          <div>
            <NumberField bare name={`rubs.${at}.gapMm`} label={`Rub ${at + 1}: gap in mm`} unit="mm" />
          </div>
          <TakeAway what={`rub ${at + 1}`} onClick={() => remove(at)} />
        </div>
      ))}
      <Button onClick={() => append({ corner: 'LF', when: 'at lock', gapMm: null })}>
        A rub or near one
      </Button>
    </fieldset>
  );
}

/** One thing that is tried on the road, and what was wrong where something was. */
function Check({ at, result }: { at: number; result: string }) {
  const { label, how } = ROAD_CHECKS[at]!;
  return (
    <li className="grid gap-x-2 border-b border-rule py-1.5 sm:grid-cols-[1fr_auto]">
      <span className="self-center">
        <span className="block text-lg leading-tight">{label}</span>
        <span className="block text-sm text-soft">{how}</span>
      </span>
      <ChoiceField
        name={`checks.${at}.result`}
        label={label}
        options={RESULTS.map((one) => [one, one] as const)}
        itemClassName="-ml-px min-w-24"
      />
      {result === 'fault' && (
        <div className="mt-1 sm:col-span-2">
          <BareField
            name={`checks.${at}.note`}
            label={`What was wrong: ${label}`}
            placeholder="what was wrong, where, at what speed"
          />
        </div>
      )}
    </li>
  );
}

function Dial() {
  const { id } = useDescribed('dial');
  return (
    <fieldset className="mt-4 grid grid-cols-2 gap-2">
      <legend className="label">The dial against an independent speed</legend>
      <NumberField name="dial.shown" label="Dial showed" />
      <NumberField name="dial.truth" label="True speed" />
      <WrongAt name="dial" id={id} className="col-span-2" />
    </fieldset>
  );
}

const NOTHING = {
  checks: ROAD_CHECKS.map(({ id }) => ({ id, result: '', note: '' })),
  note: '',
  noises: [] as { place: string; speed: string; words: string }[],
  dial: { shown: null as TypedFigure, truth: null as TypedFigure },
  tell: false,
  rubs: [] as { corner: string; when: string; gapMm: TypedFigure }[],
};

export function RoadInForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  return (
    <CommandForm
      command="road.in"
      start={{ ...NOTHING, odometer: emptyOdometer(unit) }}
      input={({ odometer, checks, dial, ...typed }, confirmed) => ({
        orderId,
        confirmed,
        odometer: odometerFrom(odometer),
        checks: checks.map(({ result, ...check }) => ({ ...check, result: result || undefined })),
        dial: dial.shown === null && dial.truth === null ? null : dial,
        ...typed,
      })}
    >
      {({ checks }) => (
        <div className="grid gap-x-9 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
          <ul className="border-t border-ink">
            {checks.map((check, at) => (
              <Check key={check.id} at={at} result={check.result} />
            ))}
          </ul>
          <div>
            <OdometerFields label="Odometer coming back" />
            <Noises />
            <Rubs />
            <Dial />
            <AreaField className="mt-4" name="note" label="Noted on the way" />
            <CheckField
              className="mt-2"
              name="tell"
              label="The customer reads what is written here: noises, faults and the note"
            />
            <Send wide size="tall" className="mt-4">
              It is back
            </Send>
          </div>
        </div>
      )}
    </CommandForm>
  );
}

/** The customer drives it before signing, and what they say is written down in their words. */
export function CustomerDroveForm({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  return (
    <CommandForm
      command="customer.drove"
      className="mt-2 max-w-2xl"
      start={{ words: '', content: false, odometer: emptyOdometer(unit) }}
      input={({ odometer, ...typed }, confirmed) => ({
        orderId,
        confirmed,
        odometer: odometer.value !== null || odometer.unread ? odometerFrom(odometer) : null,
        ...typed,
      })}
    >
      <TextField name="words" label="What they said of it, in their words" />
      <CheckField name="content" label="They are content with how it drives" />
      <OdometerFields label="Odometer after, when read" />
      <Send weight="line" className="mt-3">
        Record their words
      </Send>
    </CommandForm>
  );
}
