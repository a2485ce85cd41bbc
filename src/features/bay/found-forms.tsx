'use client';

import { useState } from 'react';
import { INSPECTION_AREAS } from '@/core/ledger/kinds/arrival';
import { CORNER_NAMES, CORNERS } from '@/core/corners';
import { CORNER_SETTINGS, SETTING_TIMES, type CornerSetting } from '@/core/ledger/kinds/noted';
import type { Phase, Step } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { useSend } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Choice } from '@/ui/choice';
import { DayField } from '@/ui/day-field';
import { MoneyField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { DISTANCE_UNITS } from '@/ui/units';
import { PhotoField } from '../photos/photo-field';
import type { BayProps } from './bay-props';

const AREAS = INSPECTION_AREAS.filter(([id]) => id !== 'drive').map(([id, words]) => [id, words] as const);

interface FormProps {
  props: BayProps;
  step: Step | null;
  onDone: () => void;
}

/** The picture of what was noticed: the form holds its id. */
function PhotoOf({ orderId, step, words }: { orderId: string; step: Step | null; words: string }) {
  return (
    <PhotoField
      orderId={orderId}
      className="btn w-full"
      again="Photo kept"
      target={{ stepId: step?.id ?? null, corner: step?.corner ?? null, occasion: 'found', caption: words }}
    />
  );
}

const NO_PHOTO = { photoId: null as string | null };

interface Unasked {
  findingId: string;
  text: string;
  cents: TypedFigure;
  minutes: TypedFigure;
  photoId: string | null;
  why: string;
}

/** The finding is written down and its price is not: only that is sent again. */
function AskPrice({
  orderId,
  phase,
  unasked,
  onDone,
}: {
  orderId: string;
  phase: Phase;
  unasked: Unasked;
  onDone: () => void;
}) {
  const { findingId, photoId, why, text, cents, minutes } = unasked;
  return (
    <CommandForm
      command="offer.make"
      about={findingId}
      className="grid gap-3"
      start={{ text, cents, minutes }}
      input={(typed) => ({ orderId, findingId, photoId, phase, ...typed })}
      onDone={onDone}
    >
      <p role="alert" className="caution px-4 py-2">
        What was found is written down. The customer was not asked: {why}
      </p>
      <TextField name="text" label="What is offered" />
      <MoneyField name="cents" label="Price, to ask the customer" />
      <NumberField whole name="minutes" unit="min" label="Minutes, about" />
      <Send size="tallest">Ask the customer</Send>
      <Button size="tall" onClick={onDone}>
        Leave it unasked
      </Button>
    </CommandForm>
  );
}

/** Found on the car: graded, pictured, priced and asked; the other steps go on meanwhile. */
function FindingFields({ props: { orderId }, step, onDone }: FormProps) {
  const offer = useSend('offer.make');
  const [unasked, setUnasked] = useState<Unasked | null>(null);
  const phase = step?.phase ?? 'fit';
  if (unasked) return <AskPrice {...{ orderId, phase, unasked, onDone }} />;
  return (
    <CommandForm
      command="finding.record"
      about={orderId}
      className="grid grid-cols-2 gap-3"
      start={{
        area: 'bushings',
        grade: 'now',
        text: '',
        what: '',
        cents: null as TypedFigure,
        minutes: null as TypedFigure,
        ...NO_PHOTO,
      }}
      input={({ area, grade, text, photoId }) => ({ orderId, area, grade, text, photoId })}
      onDone={async ({ findingId }, { text, what, cents, minutes, photoId }) => {
        if (cents === null) return onDone();
        const priced = { findingId, text: what || text, cents, minutes, photoId };
        if (typeof cents === 'string')
          return setUnasked({ ...priced, why: `“${cents}” does not read as a price.` });
        if (typeof minutes !== 'number')
          return setUnasked({ ...priced, why: 'say about how many minutes it takes.' });
        const asked = await offer({ orderId, phase, ...priced, cents, minutes });
        if (asked.ok) return onDone();
        setUnasked({ ...priced, why: asked.errors.map((one) => one.message).join(' ') });
      }}
    >
      <SelectField name="area" label="Where" options={AREAS} />
      <SelectField
        name="grade"
        label="How soon"
        options={[
          ['now', 'before this work'],
          ['soon', 'due soon'],
          ['note', 'keep an eye on it'],
        ]}
      />
      <TextField className="col-span-2" name="text" label="What was found" />
      <TextField
        className="col-span-2"
        name="what"
        label="What is offered"
        hint="left empty: the same words"
      />
      <MoneyField name="cents" label="Price, to ask the customer" hint="left empty: nothing is asked" />
      <NumberField whole name="minutes" unit="min" label="Minutes, about" hint="where a price is asked" />
      <div className="col-span-2">
        <PhotoOf orderId={orderId} step={step} words="found" />
      </div>
      <Send wide size="tallest" className="col-span-2 mt-1">
        Record it, go on
      </Send>
    </CommandForm>
  );
}

function DamageFields({ props: { orderId }, step, onDone }: FormProps) {
  return (
    <CommandForm
      command="damage.record"
      about={orderId}
      className="grid grid-cols-2 gap-3"
      start={{ text: '', cause: '', pays: 'the shop', customerTold: false, ...NO_PHOTO }}
      input={(typed) => ({ orderId, ...typed })}
      onDone={onDone}
    >
      <TextField className="col-span-2" name="text" label="What was damaged" hint="the customer reads this" />
      <TextField
        className="col-span-2"
        name="cause"
        label="How it came about"
        hint="the customer reads this"
      />
      <SelectField
        name="pays"
        label="Who pays"
        options={['the shop', 'the customer', 'the maker'].map((one) => [one, one] as const)}
      />
      <div className="self-end">
        <PhotoOf orderId={orderId} step={step} words="damage" />
      </div>
      <CheckField className="col-span-2" name="customerTold" label="The customer has been told" />
      <Send wide size="tallest" className="col-span-2 mt-1">
        Record it
      </Send>
    </CommandForm>
  );
}

function WatchFields({ props: { orderId }, step, onDone }: FormProps) {
  return (
    <CommandForm
      command="watch.add"
      about={orderId}
      className="grid grid-cols-2 gap-3"
      start={{
        text: '',
        byDay: '',
        byDistance: { distance: null as TypedFigure, unit: 'mi' },
        ...NO_PHOTO,
      }}
      input={({ text, byDay, byDistance, photoId }) => ({
        orderId,
        text,
        photoId,
        byDay: byDay || null,
        byDistance: byDistance.distance === null ? null : byDistance,
      })}
      onDone={onDone}
    >
      <TextField
        className="col-span-2"
        name="text"
        label="The doubt: a light rub, a seat that may turn"
        hint="the customer reads this"
      />
      <DayField name="byDay" label="To be answered by" />
      <div className="grid grid-cols-[1fr_5rem] gap-2">
        <NumberField whole name="byDistance.distance" label="Or after" />
        <SelectField name="byDistance.unit" label="Unit" options={DISTANCE_UNITS} />
      </div>
      <div className="col-span-2">
        <PhotoOf orderId={orderId} step={step} words="watch" />
      </div>
      <Send wide size="tallest" className="col-span-2 mt-1">
        Add it to the watch list
      </Send>
    </CommandForm>
  );
}

function SettingFields({ props, step, onDone }: FormProps) {
  return (
    <>
      <CommandForm
        command="setting.record"
        about={props.orderId}
        className="grid grid-cols-2 gap-3"
        start={{
          what: 'damper clicks' as CornerSetting,
          corner: step?.corner ?? 'LF',
          when: SETTING_TIMES[0] as string,
          value: null as TypedFigure,
        }}
        input={(typed) => ({ orderId: props.orderId, ...typed })}
        onDone={onDone}
      >
        {({ what }) => (
          <>
            <SelectField
              name="what"
              label="What is set"
              options={CORNER_SETTINGS.map(([name]) => [name, name] as const)}
            />
            <SelectField
              name="corner"
              label="Corner"
              options={CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)}
            />
            <SelectField name="when" label="When" options={SETTING_TIMES.map((one) => [one, one] as const)} />
            <NumberField name="value" label={CORNER_SETTINGS.find(([name]) => name === what)![1]} />
            <Send wide size="tallest" className="col-span-2 mt-1">
              Record it
            </Send>
          </>
        )}
      </CommandForm>
      {props.settings.length > 0 && (
        <ul className="mt-4">
          {props.settings.map((one, index) => (
            <li key={index} className="border-t border-rule py-1.5">
              {one.what}, {CORNER_NAMES[one.corner]}, {one.when}: <strong>{one.value}</strong>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

const FORMS = { finding: FindingFields, damage: DamageFields, watch: WatchFields, setting: SettingFields };
type FoundKind = keyof typeof FORMS;

const KINDS = [
  ['finding', 'Found on the car'],
  ['damage', 'Damage done here'],
  ['watch', 'To be watched'],
  ['setting', 'Corner setting'],
] as const satisfies readonly (readonly [FoundKind, string])[];

/** What was noticed: which kind it is, and its form. */
export function FoundForms(props: FormProps) {
  const [kind, setKind] = useState<FoundKind>('finding');
  const Form = FORMS[kind];
  return (
    <>
      <Choice
        label="What it is"
        className="mb-4 grid grid-cols-2 gap-2 sm:grid-cols-4"
        itemClassName=""
        options={KINDS}
        value={kind}
        onValue={setKind}
      />
      <Form key={kind} {...props} />
    </>
  );
}
