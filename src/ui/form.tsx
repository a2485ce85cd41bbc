'use client';

import type { InputHTMLAttributes, TextareaHTMLAttributes } from 'react';
import { type FieldProps, Labeled, useDescribed } from './field';
import { SelectField } from './select';

export function TextField({
  name,
  label,
  hint,
  className,
  ...rest
}: FieldProps & Omit<InputHTMLAttributes<HTMLInputElement>, 'name'>) {
  const described = useDescribed(name, hint);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <input name={name} className="input" autoComplete="off" {...described} {...rest} />
    </Labeled>
  );
}

export function AreaField({
  name,
  label,
  hint,
  className,
  ...rest
}: FieldProps & Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, 'name'>) {
  const described = useDescribed(name, hint);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <textarea name={name} rows={2} className="input" {...described} {...rest} />
    </Labeled>
  );
}

/** A form's fields as text, by name; a field left empty is an empty text, a box is true or absent. */
export function fieldsOf(form: HTMLFormElement): Record<string, string> {
  return Object.fromEntries(
    [...new FormData(form)].filter((pair): pair is [string, string] => typeof pair[1] === 'string'),
  );
}

/** An odometer as two fields make it: a number with its unit, or why it was not read. */
export function odometerFrom(
  fields: Record<string, string>,
): { unread: string } | { value: number | undefined; unit: string | undefined } {
  const typed = fields['odometer.value']?.replace(/[, ]/g, '') ?? '';
  if (fields['odometer.unread']) return { unread: fields['odometer.unread'] };
  return { value: typed === '' ? undefined : Number(typed), unit: fields['odometer.unit'] };
}

export function OdometerFields({
  unit,
  label = 'Odometer',
  value,
}: {
  unit: 'km' | 'mi';
  label?: string;
  value?: string;
}) {
  return (
    <fieldset className="grid grid-cols-[1fr_6rem] gap-3">
      <TextField name="odometer.value" label={label} inputMode="numeric" defaultValue={value} />
      <SelectField
        name="odometer.unit"
        label="Unit"
        defaultValue={unit}
        options={[
          ['mi', 'mi'],
          ['km', 'km'],
        ]}
      />
      <TextField
        name="odometer.unread"
        className="col-span-2"
        label="Or: why it cannot be read"
        placeholder="leave empty when it was read"
      />
    </fieldset>
  );
}
