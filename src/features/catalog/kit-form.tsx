'use client';

import { useFieldArray } from 'react-hook-form';
import { suspensionsOf } from '@/core/planner/axle-kinds';
import { VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { Kit } from '@/server/queries/catalog';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';
import { NO_BUILD, type TypedBuild, factsOf, readLines, typedBuild } from './kit-lines';

/** One build of the kit: the cars it is for, by a fact of theirs, and what is in its boxes. */
function Build({ at, fact }: { at: number; fact: string }) {
  const known = VEHICLE_FACTS.find((one) => one.id === fact);
  const name = `builds.${at}`;
  return (
    <fieldset className="grid gap-3 border-t border-ink pt-2 sm:grid-cols-3">
      <legend className="sr-only">Build {at + 1}</legend>
      <TextField name={`${name}.name`} label="Build" />
      <SelectField
        name={`${name}.fact`}
        label="For cars by their"
        options={[['', 'any car'], ...VEHICLE_FACTS.map((one) => [one.id, one.label.toLowerCase()] as const)]}
      />
      {known?.kind === 'choice' && (
        <SelectField
          name={`${name}.is`}
          label="being"
          options={[['', 'choose'], ...known.choices.map((one) => [one, one] as const)]}
        />
      )}
      {known?.kind === 'year' && (
        <div className="grid grid-cols-2 gap-2">
          <NumberField whole name={`${name}.from`} label="from" />
          <NumberField whole name={`${name}.to`} label="to" />
        </div>
      )}
      <AreaField
        className="sm:col-span-3"
        name={`${name}.lines`}
        label="In the boxes, a line each"
        rows={4}
        hint="like: 4 U-bolt, rear"
      />
    </fieldset>
  );
}

function Builds({ builds }: { builds: TypedBuild[] }) {
  const { fields, append } = useFieldArray({ name: 'builds' });
  return (
    <>
      {fields.map((field, at) => (
        <Build key={field.id} at={at} fact={builds[at]?.fact ?? ''} />
      ))}
      <Button onClick={() => append(NO_BUILD)}>Another build</Button>
    </>
  );
}

/** A kit: what it fits and claims, and its builds, each chosen by a fact of the car. */
export function KitForm({ kit, onDone }: { kit: Kit | null; onDone: () => void }) {
  return (
    <CommandForm
      command="kit.save"
      about={kit?.name ?? 'new'}
      className="grid gap-3"
      start={{
        name: kit?.name ?? '',
        note: kit?.note ?? '',
        fits: { front: (kit?.fits.front ?? []) as string[], rear: (kit?.fits.rear ?? []) as string[] },
        claimedFront: (kit?.claimed.front ?? null) as TypedFigure,
        claimedRear: (kit?.claimed.rear ?? null) as TypedFigure,
        recheckKm: (kit?.recheckKm ?? null) as TypedFigure,
        builds: kit?.builds.length ? kit.builds.map(typedBuild) : [{ ...NO_BUILD, name: 'one for all' }],
      }}
      input={({ builds, ...typed }) => ({
        ...typed,
        builds: builds.map((build) => ({
          name: build.name,
          facts: factsOf(build),
          lines: readLines(build.lines),
        })),
      })}
      onDone={onDone}
    >
      {({ builds }) => (
        <>
          <TextField name="name" label="Kit" />
          <TextField name="note" label="Note" />
          <div className="grid gap-4 sm:grid-cols-2">
            <CheckSet name="fits.front" legend="Fits, front" className="" options={suspensionsOf('front')} />
            <CheckSet name="fits.rear" legend="Fits, rear" className="" options={suspensionsOf('rear')} />
            <NumberField name="claimedFront" label="Claims in front, mm" />
            <NumberField name="claimedRear" label="Claims behind, mm" />
            <NumberField
              name="recheckKm"
              label="Its chassis again after, km"
              hint="empty: as the shop does"
            />
          </div>
          <Builds builds={builds} />
          <Send wide>Keep the kit</Send>
        </>
      )}
    </CommandForm>
  );
}
