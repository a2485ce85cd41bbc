'use client';

import {
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
  createContext,
  useContext,
  useId,
} from 'react';
import type { FieldError } from '@/contracts/answer';

const ErrorsContext = createContext<FieldError[]>([]);

/** Hands a form's errors to its fields; what has no field on the form is said at its foot. */
export function Errors({ errors, children }: { errors: FieldError[]; children: ReactNode }) {
  return <ErrorsContext.Provider value={errors}>{children}</ErrorsContext.Provider>;
}

const useFieldError = (name: string) =>
  useContext(ErrorsContext).find((error) => error.field === name)?.message;

interface FieldProps {
  name: string;
  label: ReactNode;
  hint?: ReactNode;
  className?: string;
}

function Labeled({
  name,
  label,
  hint,
  className,
  id,
  children,
}: FieldProps & { id: string; children: ReactNode }) {
  const error = useFieldError(name);
  return (
    <div className={className}>
      <label htmlFor={id} className="label block">
        {label}
      </label>
      {children}
      {hint && !error && (
        <p id={`${id}-hint`} className="mt-0.5 text-[0.95rem] text-soft">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} role="alert" className="mt-0.5 font-medium text-danger">
          {error}
        </p>
      )}
    </div>
  );
}

function useDescribed(name: string, hint: ReactNode) {
  const id = useId();
  const error = useFieldError(name);
  return {
    id,
    'aria-invalid': error ? true : undefined,
    'aria-describedby': error ? `${id}-error` : hint ? `${id}-hint` : undefined,
  };
}

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

export function SelectField({
  name,
  label,
  hint,
  className,
  options,
  ...rest
}: FieldProps &
  Omit<SelectHTMLAttributes<HTMLSelectElement>, 'name'> & {
    options: readonly (readonly [string, string])[];
  }) {
  const described = useDescribed(name, hint);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <select name={name} className="input" {...described} {...rest}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </Labeled>
  );
}

export function CheckField({
  name,
  label,
  hint,
  className,
  ...rest
}: FieldProps & Omit<InputHTMLAttributes<HTMLInputElement>, 'name'>) {
  const described = useDescribed(name, hint);
  const error = useFieldError(name);
  return (
    <div className={className}>
      <label htmlFor={described.id} className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="checkbox" name={name} className="size-6 accent-[var(--ink)]" {...described} {...rest} />
        <span>{label}</span>
      </label>
      {hint && !error && (
        <p id={`${described.id}-hint`} className="ml-9 text-[0.95rem] text-soft">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${described.id}-error`} role="alert" className="font-medium text-danger">
          {error}
        </p>
      )}
    </div>
  );
}

/** Says what has no field of its own on this form. */
export function FormErrors({ errors, shown }: { errors: FieldError[]; shown: string[] }) {
  const rest = errors.filter((error) => !shown.includes(error.field));
  if (!rest.length) return null;
  return (
    <div role="alert" className="hatch mt-3 px-4 py-3 font-medium">
      {rest.map((error) => (
        <p key={`${error.field} ${error.code}`}>{error.message}</p>
      ))}
    </div>
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
