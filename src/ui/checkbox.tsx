'use client';

import { Check } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import { type ReactNode, type RefCallback, useId } from 'react';
import { type FieldProps, WrongAt, useDescribed, useFieldError } from './field';
import { Held } from './held';

export interface CheckboxProps {
  checked: boolean;
  onChecked: (checked: boolean) => void;
  focus?: RefCallback<HTMLElement>;
  id?: string;
  disabled?: boolean;
  className?: string;
  'aria-label'?: string;
  'aria-invalid'?: true;
  'aria-describedby'?: string;
}

/** A box that is ticked by hand. */
export function Checkbox({ onChecked, focus, className = '', ...rest }: CheckboxProps) {
  return (
    <Radix.Root
      ref={focus}
      className={`grid size-6 shrink-0 cursor-pointer place-items-center border-[1.5px] border-ink bg-card data-[state=checked]:bg-ink data-[state=checked]:text-paper disabled:opacity-55 ${className}`}
      onCheckedChange={(next) => onChecked(next === true)}
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

interface CheckFieldProps extends FieldProps {
  checked?: boolean;
  defaultChecked?: boolean;
  onChecked?: (checked: boolean) => void;
  disabled?: boolean;
}

export function CheckField({
  name,
  label,
  hint,
  className,
  checked,
  defaultChecked = false,
  onChecked,
  disabled,
}: CheckFieldProps) {
  const described = useDescribed(name, hint);
  const error = useFieldError(name);
  return (
    <div className={className}>
      <label htmlFor={described.id} className="line flex cursor-pointer items-center gap-3">
        <Held name={name} value={checked} first={defaultChecked} onValue={onChecked}>
          {({ value, set, ref }) => (
            <Checkbox checked={value} onChecked={set} focus={ref} disabled={disabled} {...described} />
          )}
        </Held>
        <span>{label}</span>
      </label>
      {hint && !error && (
        <p id={`${described.id}-hint`} className="ml-9 text-sm text-soft">
          {hint}
        </p>
      )}
      <WrongAt name={name} id={described.id} />
    </div>
  );
}

/** Several of a few, ticked: the form holds those that are. */
export function CheckSet<T extends string | number>({
  name,
  legend,
  options,
  className = 'flex flex-wrap gap-x-6',
}: {
  name: string;
  legend: ReactNode;
  options: readonly (readonly [value: T, words: ReactNode])[];
  className?: string;
}) {
  const { id, ...described } = useDescribed(name);
  return (
    <fieldset className={className} {...described}>
      <legend className="label">{legend}</legend>
      <Held<T[]> name={name} value={undefined} first={[]}>
        {({ value, set }) =>
          options.map(([one, words]) => (
            <CheckLine
              key={one}
              checked={value.includes(one)}
              onChecked={(ticked) =>
                set(options.flatMap(([it]) => ((it === one ? ticked : value.includes(it)) ? [it] : [])))
              }
            >
              {words}
            </CheckLine>
          ))
        }
      </Held>
      <WrongAt name={name} id={id} />
    </fieldset>
  );
}
