'use client';

import { type ReactNode, createContext, useContext, useId } from 'react';
import type { FieldError } from '@/contracts/answer';

const ErrorsContext = createContext<FieldError[]>([]);

/** Hands a form's errors to its fields; what has no field on the form is said at its foot. */
export function Errors({ errors, children }: { errors: FieldError[]; children: ReactNode }) {
  return <ErrorsContext.Provider value={errors}>{children}</ErrorsContext.Provider>;
}

export const useFieldError = (name: string) =>
  useContext(ErrorsContext).find((error) => error.field === name)?.message;

export interface FieldProps {
  name: string;
  label: ReactNode;
  hint?: ReactNode;
  className?: string;
}

export function Labeled({
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

/** What a field says of itself to whoever reads it aloud. */
export function useDescribed(name: string, hint: ReactNode) {
  const id = useId();
  const error = useFieldError(name);
  return {
    id,
    'aria-invalid': error ? (true as const) : undefined,
    'aria-describedby': error ? `${id}-error` : hint ? `${id}-hint` : undefined,
  };
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
