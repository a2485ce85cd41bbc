'use client';

import { useState } from 'react';
import { PART_KIND_IDS, type PartKind, partKind } from '@/core/planner/part-kinds';
import { readMoney } from '@/core/units/money';
import type { ListedPart } from '@/server/queries/catalog';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';

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
  const { send, busy, errors } = useCommand('part.save');
  const [kind, setKind] = useState<PartKind>(part?.kind ?? 'strutSpacer');
  const [fields, setFields] = useState<Record<string, string>>({
    code: part?.code ?? '',
    name: part?.name ?? '',
    end: part?.end ?? 'front',
    price: part ? (part.cost / 100).toFixed(2) : '',
    minutes: part ? String(part.minutes) : '',
    claimed: part?.claimed == null ? '' : String(part.claimed),
    ratedLeast: part?.rated ? String(part.rated.least) : '',
    ratedMost: part?.rated ? String(part.rated.most) : '',
    requires: (part?.requires ?? []).map((id) => codes.get(id) ?? id).join(' '),
    excludes: (part?.excludes ?? []).map((id) => codes.get(id) ?? id).join(' '),
    kit: part?.kit ?? '',
    ...Object.fromEntries(
      Object.entries(part?.set ?? {}).map(([key, value]) => [`set.${key}`, String(value)]),
    ),
  });
  const { settings, both } = partKind(kind);
  const set = (key: string) => (event: { target: { value: string } }) =>
    setFields((before) => ({ ...before, [key]: event.target.value }));
  const number = (key: string) => (fields[key]?.trim() ? Number(fields[key]) : null);
  const text = (key: string, label: string, more: object = {}) => (
    <TextField name={key} label={label} value={fields[key] ?? ''} onChange={set(key)} {...more} />
  );
  return (
    <form
      className="grid grid-cols-2 gap-3 sm:grid-cols-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const answered = await send({
          code: fields.code,
          name: fields.name,
          kind,
          end: both ? 'both' : fields.end,
          set: Object.fromEntries(settings.map((one) => [one.id, number(`set.${one.id}`) ?? one.start])),
          cents: readMoney(fields.price ?? '') ?? fields.price,
          minutes: number('minutes') ?? fields.minutes,
          claimed: number('claimed'),
          ratedLeast: number('ratedLeast'),
          ratedMost: number('ratedMost'),
          requires: fields.requires!.split(/\s+/).filter(Boolean),
          excludes: fields.excludes!.split(/\s+/).filter(Boolean),
          kit: fields.kit || null,
        });
        if (answered) onDone();
      }}
    >
      <Errors errors={errors.map((one) => (one.field === 'cents' ? { ...one, field: 'price' } : one))}>
        {text('code', 'Code')}
        {text('name', 'Name', { className: 'col-span-2' })}
        <SelectField
          name="kind"
          label="Kind"
          value={kind}
          onValue={(chosen) => setKind(chosen as PartKind)}
          options={PART_KIND_IDS.map((id) => [id, partKind(id).name] as const)}
        />
        {!both && (
          <SelectField
            name="end"
            label="Axle"
            value={fields.end}
            onValue={(value) => set('end')({ target: { value } })}
            options={[
              ['front', 'front'],
              ['rear', 'rear'],
            ]}
          />
        )}
        <SelectField
          name="kit"
          label="Kit"
          value={fields.kit}
          onValue={(value) => set('kit')({ target: { value } })}
          options={[['', 'none'], ...kits.map((kit) => [kit, kit] as const)]}
        />
        {settings.map((one) => (
          <TextField
            key={one.id}
            name={`set.${one.id}`}
            label={`${one.label}, ${one.unit}`}
            inputMode="decimal"
            placeholder={String(one.start)}
            value={fields[`set.${one.id}`] ?? ''}
            onChange={set(`set.${one.id}`)}
          />
        ))}
        {text('price', 'Price', { inputMode: 'decimal' })}
        {text('minutes', 'Minutes to fit', { inputMode: 'numeric' })}
        {text('claimed', 'Claims a lift of, mm', { inputMode: 'decimal' })}
        {text('ratedLeast', 'Rated from, mm', { inputMode: 'decimal' })}
        {text('ratedMost', 'Rated to, mm', { inputMode: 'decimal' })}
        {text('requires', 'Needs, by code')}
        {text('excludes', 'Not with, by code')}
        <div className="col-span-full">
          <FormErrors
            errors={errors}
            shown={[
              'code',
              'name',
              'cents',
              'minutes',
              'kit',
              'ratedMost',
              ...settings.map((one) => `set.${one.id}`),
            ]}
          />
          <button className="btn btn-pen mt-2 w-full" disabled={busy}>
            {busy ? 'Writing…' : 'Keep the part'}
          </button>
        </div>
      </Errors>
    </form>
  );
}
