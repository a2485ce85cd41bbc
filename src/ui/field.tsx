'use client';

import { type ReactNode, createContext, useContext, useEffect, useId } from 'react';
import type { FieldError } from '@/contracts/answer';
import { FormLinkContext } from './form-link';
import { useNeeded } from './needs';

const ErrorsContext = createContext<readonly FieldError[]>([]);

/** Hands a form's errors to its fields. */
export const Errors = ({ errors, children }: { errors: readonly FieldError[]; children: ReactNode }) => (
  <ErrorsContext.Provider value={errors}>{children}</ErrorsContext.Provider>
);

/** `lines.0.text` and `lines[0].text` are one field. */
export const sameField = (name: string) => name.replace(/\[(\d+)\]/g, '.$1');

export const useFieldError = (name: string) =>
  useContext(ErrorsContext).find((error) => sameField(error.field) === sameField(name))?.message;

/** Whether the shop asked back: the same sent again is the answer. */
export const useAsked = (code: string) => useContext(ErrorsContext).some((error) => error.code === code);

export interface FieldProps {
  name: string;
  label: ReactNode;
  hint?: ReactNode;
  className?: string;
}

/** What is wrong with a field, said where it stands. */
export function Wrong({ id, children, className }: { id?: string; children: ReactNode; className?: string }) {
  if (!children) return null;
  return (
    <p id={id} role="alert" className={`mt-0.5 font-medium text-danger ${className ?? ''}`}>
      {children}
    </p>
  );
}

/** The same, for a field that has no words of its own beside it. */
export const WrongAt = ({ name, id, className }: { name: string; id: string; className?: string }) => (
  <Wrong id={`${id}-error`} className={className}>
    {useFieldError(name)}
  </Wrong>
);

export function Labeled({
  name,
  label,
  hint,
  className,
  id,
  children,
}: FieldProps & { id: string; children: ReactNode }) {
  const error = useFieldError(name);
  const needed = useNeeded(name);
  return (
    <div className={className}>
      <label htmlFor={id} className="label block" data-needed={needed || undefined}>
        {label}
      </label>
      {children}
      {hint && !error && (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
          {hint}
        </p>
      )}
      <WrongAt name={name} id={id} />
    </div>
  );
}

/** What a field says of itself to whoever reads it aloud. */
export function useDescribed(name: string, hint?: ReactNode, secret = false) {
  const id = useId();
  const error = useFieldError(name);
  const needed = useNeeded(name);
  const form = useContext(FormLinkContext);
  useEffect(() => form?.named(name, secret), [form, name, secret]);
  return {
    id,
    'aria-invalid': error ? (true as const) : undefined,
    'aria-required': needed || undefined,
    'aria-describedby': error ? `${id}-error` : hint ? `${id}-hint` : undefined,
  };
}

/** Says what has no field of its own here. */
export function FormErrors({ errors, shown = [] }: { errors: readonly FieldError[]; shown?: string[] }) {
  const rest = errors.filter((error) => !shown.includes(error.field));
  if (!rest.length) return null;
  return (
    <div role="alert" className="hatch col-span-full mt-3 px-4 py-3 font-medium">
      {rest.map((error) => (
        <p key={`${error.field} ${error.code}`}>{error.message}</p>
      ))}
    </div>
  );
}
