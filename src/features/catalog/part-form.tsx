'use client';

import { PART_KIND_IDS, type PartKind, partKind } from '@/core/planner/part-kinds';
import type { ListedPart } from '@/server/queries/catalog';
import { CommandForm } from '@/features/transport/command-form';
import { useAsked } from '@/ui/field';
import { MoneyField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

const EVERY_SETTING = PART_KIND_IDS.flatMap((id) => partKind(id).settings.map((one) => one.id));
function KeepPart() {
  return (
    <Send wide className="col-span-full">
      {useAsked('confirm') ? 'Save it in place of the other' : 'Save the part'}
    </Send>
  );
}
const words = (text: string) => text.split(/\s+/).filter(Boolean);

/** A part of the catalog: what it is, what it does and costs, what it needs and does not go with. */
export function PartForm({
  part,
  kits,
  codes,
  onDone,
}: {
  part: ListedPart | null;
  kits: string[];
  codes: Map<string, string>;
  onDone: () => void;
}) {
  const codesOf = (ids: string[] | undefined) => (ids ?? []).map((id) => codes.get(id) ?? id).join(' ');
  const figure = (value: number | null | undefined): TypedFigure => value ?? null;
  return (
    <CommandForm
      command="part.save"
      about={part?.code ?? 'new'}
      className="grid grid-cols-2 gap-3 sm:grid-cols-3"
      start={{
        code: part?.code ?? '',
        name: part?.name ?? '',
        kind: part?.kind ?? ('strutSpacer' as PartKind),
        end: part?.end ?? 'front',
        kit: part?.kit ?? '',
        set: Object.fromEntries(EVERY_SETTING.map((id) => [id, figure(part?.set?.[id])])),
        cents: figure(part?.cost),
        minutes: figure(part?.minutes),
        claimed: figure(part?.claimed),
        ratedLeast: figure(part?.rated?.least),
        ratedMost: figure(part?.rated?.most),
        requires: codesOf(part?.requires),
        excludes: codesOf(part?.excludes),
      }}
      input={({ kind, end, kit, set, requires, excludes, ...typed }, confirmed) => ({
        partId: part?.id ?? null,
        confirmed,
        kind,
        end: partKind(kind).both ? 'both' : end,
        kit: kit || null,
        set: Object.fromEntries(partKind(kind).settings.map((one) => [one.id, set[one.id] ?? one.start])),
        requires: words(requires),
        excludes: words(excludes),
        ...typed,
      })}
      onDone={onDone}
    >
      {({ kind }) => (
        <>
          <TextField name="code" label="Code" />
          <TextField name="name" label="Name" className="col-span-2" />
          <SelectField
            name="kind"
            label="Kind"
            options={PART_KIND_IDS.map((id) => [id, partKind(id).name] as const)}
          />
          {!partKind(kind).both && (
            <SelectField
              name="end"
              label="Axle"
              options={[
                ['front', 'front'],
                ['rear', 'rear'],
              ]}
            />
          )}
          <SelectField
            name="kit"
            label="Kit"
            options={[['', 'none'], ...kits.map((kit) => [kit, kit] as const)]}
          />
          {partKind(kind).settings.map((one) => (
            <NumberField
              key={one.id}
              name={`set.${one.id}`}
              label={`${one.label}, ${one.unit}`}
              placeholder={String(one.start)}
            />
          ))}
          <MoneyField name="cents" label="Price" />
          <NumberField whole name="minutes" label="Minutes to fit" />
          <NumberField name="claimed" label="Claims a lift of, mm" />
          <NumberField name="ratedLeast" label="Rated from, mm" />
          <NumberField name="ratedMost" label="Rated to, mm" />
          <TextField name="requires" label="Needs, by code" />
          <TextField name="excludes" label="Not with, by code" />
          <KeepPart />
        </>
      )}
    </CommandForm>
  );
}
