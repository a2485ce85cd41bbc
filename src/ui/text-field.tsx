'use client';

import { type InputHTMLAttributes, type TextareaHTMLAttributes, useContext } from 'react';
import { type FieldProps, Labeled, WrongAt, useDescribed } from './field';
import { FormLinkContext } from './form-link';

/** Ties a typed field to the form it stands in; one that stands alone, or is given its value, is left as it is. */
function useTyped(name: string, { value, onChange }: { value?: unknown; onChange?: (event: never) => void }) {
  const form = useContext(FormLinkContext);
  if (!form || value !== undefined) return { name, ...(onChange ? { onChange } : {}) };
  return form.typed(name, onChange as never);
}

export function TextField({
  name,
  label,
  hint,
  className,
  onChange,
  ...rest
}: FieldProps & Omit<InputHTMLAttributes<HTMLInputElement>, 'name'>) {
  const described = useDescribed(name, hint, rest.type === 'password');
  const typed = useTyped(name, { ...rest, onChange });
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <input className="input" autoComplete="off" {...described} {...rest} {...typed} />
    </Labeled>
  );
}

/** A field without words beside it, for a line of many: its name is told to whoever cannot see where it stands. */
export function BareField({
  name,
  label,
  className = '',
  onChange,
  ...rest
}: { name: string; label: string } & Omit<InputHTMLAttributes<HTMLInputElement>, 'name'>) {
  const { id, ...described } = useDescribed(name);
  const typed = useTyped(name, { ...rest, onChange });
  return (
    <>
      <input
        id={id}
        aria-label={label}
        className={`input ${className}`}
        autoComplete="off"
        {...described}
        {...rest}
        {...typed}
      />
      <WrongAt name={name} id={id} />
    </>
  );
}

export function AreaField({
  name,
  label,
  hint,
  className,
  onChange,
  ...rest
}: FieldProps & Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, 'name'>) {
  const described = useDescribed(name, hint);
  const typed = useTyped(name, { ...rest, onChange });
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <textarea rows={2} className="input" {...described} {...rest} {...typed} />
    </Labeled>
  );
}
