'use client';

import { useState } from 'react';
import { CORNERS } from '@/core/corners';
import { CORNER_SETTINGS, SETTING_TIMES, type CornerSetting } from '@/core/ledger/kinds/noted';
import { INSPECTION_AREAS } from '@/core/ledger/kinds/arrival';
import { CORNER_NAMES } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { readMoney } from '@/core/units/money';
import { useCommand } from '@/features/transport/use-command';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { DayField } from '@/ui/day-field';
import { PhotoButton } from '../photos/photo-upload';
import type { BayProps } from './bay-props';
import { typedNumber } from './typed-number';

const AREAS = INSPECTION_AREAS.filter(([id]) => id !== 'drive').map(([id, words]) => [id, words] as const);

function KeptPhoto({
  orderId,
  step,
  words,
  onKept,
  kept,
}: {
  orderId: string;
  step: Step | null;
  words: string;
  kept: boolean;
  onKept: (id: string) => void;
}) {
  return (
    <PhotoButton
      orderId={orderId}
      className="btn w-full"
      label={kept ? 'Photo kept' : 'Photo'}
      target={{ stepId: step?.id ?? null, corner: step?.corner ?? null, occasion: 'found', caption: words }}
      onKept={onKept}
    />
  );
}

interface FormProps {
  props: BayProps;
  step: Step | null;
  onDone: () => void;
}

/** Found on the car: graded, pictured, priced and asked; the other steps go on meanwhile. */
function FindingFields({ props: { orderId }, step, onDone }: FormProps) {
  const finding = useCommand('finding.record');
  const offer = useCommand('offer.make');
  const [photoId, setPhotoId] = useState<string | null>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const { area, grade, text, price, what } = fieldsOf(event.currentTarget);
        const found = await finding.send({ orderId, area, grade, text, photoId });
        if (!found) return;
        if (price) {
          const asked = await offer.send({
            orderId,
            findingId: found.findingId,
            text: what || text,
            cents: readMoney(price) ?? price,
            photoId,
          });
          if (!asked) return;
        }
        onDone();
      }}
    >
      <Errors errors={[...finding.errors, ...offer.errors]}>
        <div className="grid grid-cols-2 gap-3">
          <SelectField name="area" label="Where" options={AREAS} defaultValue="bushings" />
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
          <TextField
            name="price"
            label="Price, to ask the customer"
            inputMode="decimal"
            hint="left empty: nothing is asked"
          />
          <div className="self-center">
            <KeptPhoto
              orderId={orderId}
              step={step}
              words="found"
              kept={photoId !== null}
              onKept={setPhotoId}
            />
          </div>
        </div>
        <FormErrors
          errors={[...finding.errors, ...offer.errors]}
          shown={['text', 'cents', 'area', 'grade']}
        />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-16 w-full" disabled={finding.busy || offer.busy}>
        Keep it, go on
      </button>
    </form>
  );
}

function DamageFields({ props: { orderId }, step, onDone }: FormProps) {
  const { send, busy, errors } = useCommand('damage.record');
  const [photoId, setPhotoId] = useState<string | null>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const { text, cause, pays, told } = fieldsOf(event.currentTarget);
        if (await send({ orderId, text, cause, pays, customerTold: told === 'on', photoId })) onDone();
      }}
    >
      <Errors errors={errors}>
        <div className="grid grid-cols-2 gap-3">
          <TextField className="col-span-2" name="text" label="What was damaged" />
          <TextField className="col-span-2" name="cause" label="How it came about" />
          <SelectField
            name="pays"
            label="Who pays"
            options={['the shop', 'the customer', 'the maker'].map((one) => [one, one] as const)}
          />
          <div className="self-end">
            <KeptPhoto
              orderId={orderId}
              step={step}
              words="damage"
              kept={photoId !== null}
              onKept={setPhotoId}
            />
          </div>
          <CheckField className="col-span-2" name="told" label="The customer has been told" />
        </div>
        <FormErrors errors={errors} shown={['text', 'cause']} />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-16 w-full" disabled={busy}>
        Write it down
      </button>
    </form>
  );
}

function WatchFields({ props: { orderId }, step, onDone }: FormProps) {
  const { send, busy, errors } = useCommand('watch.add');
  const [photoId, setPhotoId] = useState<string | null>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const { text, byDay, distance, unit } = fieldsOf(event.currentTarget);
        const answer = await send({
          orderId,
          text,
          photoId,
          byDay: byDay || null,
          byDistance: distance ? { distance: Number(distance), unit } : null,
        });
        if (answer) onDone();
      }}
    >
      <Errors errors={errors}>
        <div className="grid grid-cols-2 gap-3">
          <TextField
            className="col-span-2"
            name="text"
            label="The doubt: a light rub, a seat that may turn"
          />
          <DayField name="byDay" label="To be answered by" />
          <div className="grid grid-cols-[1fr_5rem] gap-2">
            <TextField name="distance" label="Or after" inputMode="numeric" />
            <SelectField
              name="unit"
              label="Unit"
              options={[
                ['mi', 'mi'],
                ['km', 'km'],
              ]}
            />
          </div>
          <div className="col-span-2">
            <KeptPhoto
              orderId={orderId}
              step={step}
              words="watch"
              kept={photoId !== null}
              onKept={setPhotoId}
            />
          </div>
        </div>
        <FormErrors errors={errors} shown={['text', 'byDay']} />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-16 w-full" disabled={busy}>
        Put it on the watch list
      </button>
    </form>
  );
}

function SettingFields({ props, step, onDone }: FormProps) {
  const { send, busy, errors } = useCommand('setting.record');
  const [what, setWhat] = useState<CornerSetting>('damper clicks');
  const unit = CORNER_SETTINGS.find(([name]) => name === what)![1];
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const { corner, when, value } = fieldsOf(event.currentTarget);
        const answer = await send({
          orderId: props.orderId,
          what,
          corner,
          when,
          value: value === '' ? null : typedNumber(value!),
        });
        if (answer) onDone();
      }}
    >
      <Errors errors={errors}>
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            name="what"
            label="What is set"
            value={what}
            onValue={(chosen) => setWhat(chosen as CornerSetting)}
            options={CORNER_SETTINGS.map(([name]) => [name, name] as const)}
          />
          <SelectField
            name="corner"
            label="Corner"
            defaultValue={step?.corner ?? 'LF'}
            options={CORNERS.map((corner) => [corner, CORNER_NAMES[corner]] as const)}
          />
          <SelectField name="when" label="When" options={SETTING_TIMES.map((one) => [one, one] as const)} />
          <TextField name="value" label={unit} inputMode="decimal" />
        </div>
        <FormErrors errors={errors} shown={['value']} />
      </Errors>
      <button className="btn btn-pen mt-4 min-h-16 w-full" disabled={busy}>
        Write it down
      </button>
      {props.settings.length > 0 && (
        <ul className="mt-4">
          {props.settings.map((one, index) => (
            <li key={index} className="border-t border-rule py-1.5">
              {one.what}, {CORNER_NAMES[one.corner]}, {one.when}: <strong>{one.value}</strong>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}

const FORMS = { finding: FindingFields, damage: DamageFields, watch: WatchFields, setting: SettingFields };
export type FoundKind = keyof typeof FORMS;

/** The form for what was noticed. */
export function FoundForm({ kind, ...props }: FormProps & { kind: FoundKind }) {
  const Form = FORMS[kind];
  return <Form {...props} />;
}
