'use client';

import type { OpenHours } from '@/core/schedule/calendar';
import { WEEKDAYS, clockOf } from '@/core/units/shop-time';
import { useCommand } from '@/features/transport/use-command';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { TimeField } from '@/ui/day-field';

const minutes = (text: unknown) => {
  const [hour, minute] = String(text).split(':').map(Number);
  return (hour ?? 0) * 60 + (minute ?? 0);
};

/** When the shop is open, and when the rack can be had: what the week is planned in. */
export function ShopHoursForm({ hours, rackDays }: { hours: OpenHours; rackDays: number[] }) {
  const { send, busy, errors } = useCommand('shop.hours');
  const days = (name: string, chosen: number[], legend: string) => (
    <fieldset className="flex flex-wrap gap-x-4">
      <legend className="label">{legend}</legend>
      {WEEKDAYS.map((day, index) => (
        <CheckField
          key={day}
          name={`${name}.${index + 1}`}
          label={day}
          defaultChecked={chosen.includes(index + 1)}
        />
      ))}
    </fieldset>
  );
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const chosen = (name: string) =>
          WEEKDAYS.flatMap((_, index) => (f[`${name}.${index + 1}`] === 'on' ? [index + 1] : []));
        void send({
          openFrom: minutes(f.openFrom),
          openTo: minutes(f.openTo),
          restFrom: minutes(f.restFrom),
          restMinutes: Number(f.restMinutes),
          openDays: chosen('open'),
          rackDays: chosen('rack'),
        });
      }}
    >
      <Errors errors={errors}>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <TimeField name="openFrom" label="Opens" defaultValue={clockOf(hours.from)} />
          <TimeField name="openTo" label="Closes" defaultValue={clockOf(hours.to)} />
          <TimeField name="restFrom" label="Rest from" defaultValue={clockOf(hours.restFrom)} />
          <TextField
            name="restMinutes"
            label="Rest, min"
            inputMode="numeric"
            defaultValue={String(hours.restMinutes)}
          />
        </div>
        {days('open', hours.weekdays, 'Open on')}
        {days('rack', rackDays, 'The rack can be had on')}
        <FormErrors errors={errors} shown={['openFrom', 'openTo', 'restFrom', 'restMinutes']} />
        <button className="btn" disabled={busy}>
          Keep these hours
        </button>
      </Errors>
    </form>
  );
}

/** A place of the shop: named, of a kind, in use or not. */
export function PlaceForm({ place }: { place: { id: string; name: string; kind: string } | null }) {
  const { send, busy, errors } = useCommand('place.save');
  return (
    <form
      key={place?.id ?? 'new'}
      className="flex flex-wrap items-end gap-3 border-b border-rule py-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const f = fieldsOf(form);
        const done = await send({ placeId: place?.id ?? null, name: f.name, kind: f.kind, active: true });
        if (done && !place) form.reset();
      }}
    >
      <Errors errors={errors}>
        <TextField
          className="grow"
          name="name"
          label={place ? 'Place' : 'A new place'}
          defaultValue={place?.name ?? ''}
        />
        <SelectField
          name="kind"
          label="Kind"
          defaultValue={place?.kind ?? 'lift'}
          options={[
            ['lift', 'lift'],
            ['floor', 'floor bay'],
            ['rack', 'own rack'],
          ]}
        />
        <button className="btn" disabled={busy}>
          {place ? 'Keep' : 'Add'}
        </button>
        {place && (
          <button
            type="button"
            className="btn btn-plain"
            disabled={busy}
            onClick={() =>
              void send({ placeId: place.id, name: place.name, kind: place.kind, active: false })
            }
          >
            Out of use
          </button>
        )}
        <FormErrors errors={errors} shown={['name']} />
      </Errors>
    </form>
  );
}
