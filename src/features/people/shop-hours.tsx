'use client';

import type { OpenHours } from '@/core/schedule/calendar';
import { WEEKDAYS, clockOf } from '@/core/units/shop-time';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { TimeField } from '@/ui/day-field';
import { FormErrors } from '@/ui/field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

const DAYS = WEEKDAYS.map((day, index) => [index + 1, day] as const);

/** A time of day in minutes; what does not read stays as it was typed, to be refused at its field. */
function minutesOf(text: string): TypedFigure {
  const read = /^(\d{1,2}):(\d\d)$/.exec(text);
  return read ? Number(read[1]) * 60 + Number(read[2]) : text || null;
}

/** When the shop is open, and when the rack can be had: what the week is planned in. */
export function ShopHoursForm({ hours, rackDays }: { hours: OpenHours; rackDays: number[] }) {
  return (
    <CommandForm
      command="shop.hours"
      className="grid gap-3"
      keeps
      said="Saved."
      start={{
        openFrom: clockOf(hours.from),
        openTo: clockOf(hours.to),
        restFrom: clockOf(hours.restFrom),
        restMinutes: hours.restMinutes as TypedFigure,
        openDays: hours.weekdays,
        rackDays,
      }}
      input={({ openFrom, openTo, restFrom, ...typed }) => ({
        openFrom: minutesOf(openFrom),
        openTo: minutesOf(openTo),
        restFrom: minutesOf(restFrom),
        ...typed,
      })}
    >
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <TimeField name="openFrom" label="Opens" />
        <TimeField name="openTo" label="Closes" />
        <TimeField name="restFrom" label="Rest from" />
        <NumberField whole name="restMinutes" label="Rest, min" />
      </div>
      <CheckSet name="openDays" legend="Open on" options={DAYS} />
      <CheckSet name="rackDays" legend="The rack can be had on" options={DAYS} />
      <Send weight="line" className="justify-self-start">
        Save these hours
      </Send>
    </CommandForm>
  );
}

interface Place {
  id: string;
  name: string;
  kind: 'lift' | 'floor' | 'rack';
}

/** A place of the shop: named, of a kind, in use or not. */
export function PlaceForm({ place }: { place: Place | null }) {
  const { send, busy, errors } = useCommand('place.save');
  return (
    <CommandForm
      command="place.save"
      about={place?.id ?? 'new'}
      className="flex flex-wrap items-end gap-3 border-b border-rule py-2"
      keeps={place !== null}
      start={{ name: place?.name ?? '', kind: place?.kind ?? 'lift' }}
      input={(typed) => ({ placeId: place?.id ?? null, active: true, ...typed })}
    >
      <TextField className="grow" name="name" label={place ? 'Place' : 'A new place'} />
      <SelectField
        name="kind"
        label="Kind"
        options={[
          ['lift', 'lift'],
          ['floor', 'floor bay'],
          ['rack', 'own rack'],
        ]}
      />
      <Send weight="line">{place ? 'Save' : 'Add'}</Send>
      {place && (
        <Button
          weight="plain"
          disabled={busy}
          onClick={() => void send({ placeId: place.id, name: place.name, kind: place.kind, active: false })}
        >
          Out of use
        </Button>
      )}
      <FormErrors errors={errors} />
    </CommandForm>
  );
}
