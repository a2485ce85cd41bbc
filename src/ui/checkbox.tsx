'use client';

import { Check } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import { type ReactNode, useId } from 'react';
import { type FieldProps, useDescribed, useFieldError } from './field';

export interface CheckboxProps {
  name?: string;
  checked?: boolean;
  defaultChecked?: boolean;
  onChecked?: (checked: boolean) => void;
  id?: string;
  disabled?: boolean;
  className?: string;
  'aria-label'?: string;
  'aria-invalid'?: true;
  'aria-describedby'?: string;
}

/** A box that is ticked by hand. */
export function Checkbox({ onChecked, className = '', ...rest }: CheckboxProps) {
  return (
    <Radix.Root
      className={`grid size-6 shrink-0 cursor-pointer place-items-center border-[1.5px] border-ink bg-card data-[state=checked]:bg-ink data-[state=checked]:text-paper disabled:opacity-55 ${className}`}
      onCheckedChange={(next) => onChecked?.(next === true)}
      {...rest}
    >
      <Radix.Indicator>
        <Check className="size-5" strokeWidth={3} aria-hidden />
      </Radix.Indicator>
    </Radix.Root>
  );
}

/** A box with its words beside it, pressed anywhere along the line. */
export function CheckLine({
  children,
  className = 'items-center gap-3',
  ...rest
}: CheckboxProps & { children: ReactNode }) {
  const id = useId();
  return (
    <label htmlFor={id} className={`line flex cursor-pointer ${className}`}>
      <Checkbox id={id} {...rest} />
      {children}
    </label>
  );
}

export function CheckField({
  name,
  label,
  hint,
  className,
  ...rest
}: FieldProps & Omit<CheckboxProps, 'name' | 'className' | 'id'>) {
  const described = useDescribed(name, hint);
  const error = useFieldError(name);
  return (
    <div className={className}>
      <label htmlFor={described.id} className="line flex cursor-pointer items-center gap-3">
        <Checkbox name={name} {...described} {...rest} />
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
