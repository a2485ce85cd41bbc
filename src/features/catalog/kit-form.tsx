'use client';

import { Trash2 } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { suspensionsOf } from '@/core/planner/axle-kinds';
import { VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { Kit } from '@/server/queries/catalog';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { BareSelect, SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { BareField, TextField } from '@/ui/text-field';
import {
  NO_BUILD,
  NO_LINE,
  NO_RULE,
  type TypedBuild,
  type TypedRule,
  factsOf,
  typedBuild,
} from './kit-lines';

/** One fact of a car that a build asks for. */
function Rule({ name, fact, onRemove }: { name: string; fact: string; onRemove: () => void }) {
  const known = VEHICLE_FACTS.find((one) => one.id === fact);
  return (
    <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]">
      <SelectField
        name={`${name}.fact`}
        label="For cars by their"
        options={[['', 'choose'], ...VEHICLE_FACTS.map((one) => [one.id, one.label.toLowerCase()] as const)]}
      />
      {known?.kind === 'choice' ? (
        <SelectField
          name={`${name}.is`}
          label="being"
          options={[['', 'choose'], ...known.choices.map((one) => [one, one] as const)]}
        />
      ) : known?.kind === 'year' ? (
        <div className="grid grid-cols-2 gap-2">
          <NumberField whole name={`${name}.from`} label="from" />
          <NumberField whole name={`${name}.to`} label="to" />
        </div>
      ) : (
        <span />
      )}
      <Button weight="plain" onClick={onRemove} aria-label="Remove this fact">
        <Trash2 className="size-5" aria-hidden />
      </Button>
    </div>
  );
}

const SIDES = ['any', 'left', 'right', 'front', 'rear'].map((side) => [side, side] as const);
const WHEN = [
  ['teardown', 'before take-down'],
  ['fit', 'when fitted'],
  ['reassemble', 'going back together'],
  ['align', 'at the rack'],
] as const;

function Lines({ name }: { name: string }) {
  const { fields, append, remove } = useFieldArray({ name });
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col" className="w-18">
            Count
          </th>
          <th scope="col">In the boxes</th>
          <th scope="col" className="w-32">
            Code
          </th>
          <th scope="col" className="w-28">
            Side
          </th>
          <th scope="col" className="w-44">
            Needed
          </th>
          <th scope="col" className="w-12">
            <span className="sr-only">Remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {fields.map((line, at) => (
          <tr key={line.id}>
            <td>
              <NumberField bare whole name={`${name}.${at}.count`} label={`Count, line ${at + 1}`} />
            </td>
            <td>
              <BareField name={`${name}.${at}.name`} label={`What, line ${at + 1}`} />
            </td>
            <td>
              <BareField name={`${name}.${at}.code`} label={`Code, line ${at + 1}`} />
            </td>
            <td>
              <BareSelect name={`${name}.${at}.side`} label={`Side, line ${at + 1}`} options={SIDES} />
            </td>
            <td>
              <BareSelect name={`${name}.${at}.phase`} label={`Needed, line ${at + 1}`} options={WHEN} />
            </td>
            <td>
              <Button weight="plain" onClick={() => remove(at)} aria-label={`Remove line ${at + 1}`}>
                <Trash2 className="size-5" aria-hidden />
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={6}>
            <Button onClick={() => append(NO_LINE)}>Another line</Button>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

/** One build of the kit: the cars it is for, by facts of theirs, and what is in its boxes. */
function Build({ at, facts }: { at: number; facts: TypedRule[] }) {
  const name = `builds.${at}`;
  const rules = useFieldArray({ name: `${name}.facts` });
  return (
    <fieldset className="grid gap-3 border-t border-ink pt-2">
      <legend className="sr-only">Build {at + 1}</legend>
      <TextField name={`${name}.name`} label="Build" />
      {rules.fields.map((rule, index) => (
        <Rule
          key={rule.id}
          name={`${name}.facts.${index}`}
          fact={facts[index]?.fact ?? ''}
          onRemove={() => rules.remove(index)}
        />
      ))}
      <p className="flex items-center gap-3">
        <Button onClick={() => rules.append(NO_RULE)}>
          {rules.fields.length ? 'And another fact' : 'Only for some cars'}
        </Button>
        {!rules.fields.length && <span className="text-soft">for any car it fits</span>}
      </p>
      <Lines name={`${name}.lines`} />
    </fieldset>
  );
}

function Builds({ builds }: { builds: TypedBuild[] }) {
  const { fields, append } = useFieldArray({ name: 'builds' });
  return (
    <>
      {fields.map((field, at) => (
        <Build key={field.id} at={at} facts={builds[at]?.facts ?? []} />
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
        kitId: kit?.id ?? null,
        ...typed,
        builds: builds.map((build) => ({
          name: build.name,
          facts: factsOf(build.facts),
          lines: build.lines,
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
          <Send wide>Save the kit</Send>
        </>
      )}
    </CommandForm>
  );
}
