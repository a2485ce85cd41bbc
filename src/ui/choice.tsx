'use client';

import { RadioGroup as Radix } from 'radix-ui';
import { type ReactNode, useId } from 'react';
import { WrongAt, useDescribed } from './field';
import { Held } from './held';

interface ChoiceProps<T extends string> {
  /** What is chosen, for whoever hears it. */
  label: string;
  options: readonly (readonly [value: T, words: ReactNode])[];
  value: T | null;
  onValue: (value: T) => void;
  disabled?: boolean;
  /** How the choices lie beside each other. */
  className?: string;
  itemClassName?: string;
}

/** One of a few, all in sight: pressed with a thumb, or walked through with the arrows. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onValue,
  disabled,
  className = 'flex',
  itemClassName = '-ml-px',
}: ChoiceProps<T>) {
  return (
    <Radix.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => onValue(next as T)}
      disabled={disabled}
      className={className}
    >
      {options.map(([id, words]) => (
        <Radix.Item
          key={id}
          value={id}
          className={`btn aria-checked:bg-ink aria-checked:text-paper ${itemClassName}`}
        >
          {words}
        </Radix.Item>
      ))}
    </Radix.Root>
  );
}

/** One of a few whose words are longer: a ring before each line. */
export function ChoiceLines<T extends string>({
  label,
  options,
  value,
  onValue,
  className = '',
  itemClassName = '',
}: ChoiceProps<T>) {
  const id = useId();
  return (
    <Radix.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => onValue(next as T)}
      className={`flex flex-wrap gap-x-6 ${className}`}
    >
      {options.map(([one, words], index) => (
        <label
          key={one}
          htmlFor={`${id}-${index}`}
          className={`line flex cursor-pointer items-center gap-2 ${itemClassName}`}
        >
          <Radix.Item
            id={`${id}-${index}`}
            value={one}
            className="grid size-6 shrink-0 cursor-pointer place-items-center rounded-full border-[1.5px] border-ink bg-card"
          >
            <Radix.Indicator className="size-3 rounded-full bg-ink" />
          </Radix.Item>
          {words}
        </label>
      ))}
    </Radix.Root>
  );
}

/** One of a few in a form, all in sight. */
export function ChoiceField<T extends string>({
  name,
  fieldClassName,
  ...rest
}: Omit<ChoiceProps<T>, 'value' | 'onValue'> & { name: string; fieldClassName?: string }) {
  const { id } = useDescribed(name);
  return (
    <div className={fieldClassName}>
      <Held<T | ''> name={name} value={undefined} first="">
        {({ value, set }) => <Choice {...rest} value={value === '' ? null : value} onValue={set} />}
      </Held>
      <WrongAt name={name} id={id} />
    </div>
  );
}
