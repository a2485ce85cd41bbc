'use client';

import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { type RefCallback, useContext } from 'react';
import { SheetTheme } from './dialog';
import { type FieldProps, Labeled, WrongAt, useDescribed } from './field';
import { Held } from './held';

/** A value, and the words for it. */
export type Choice = readonly [value: string, words: string];
export interface ChoiceGroup {
  label: string;
  choices: readonly Choice[];
}

export interface SelectProps {
  options: readonly Choice[];
  /** More choices under headings, after the others. */
  groups?: readonly ChoiceGroup[];
  value: string;
  onValue: (value: string) => void;
  /** Takes the focus when the choice is wrong. */
  focus?: RefCallback<HTMLElement>;
  id?: string;
  disabled?: boolean;
  className?: string;
  'aria-label'?: string;
  'aria-invalid'?: true;
  'aria-describedby'?: string;
}

/** Nothing chosen is a choice with words of its own; the list below takes no empty value. */
const NOTHING = 'nothing chosen';
const inside = (value: string) => (value === '' ? NOTHING : value);

function Item({ choice: [value, words] }: { choice: Choice }) {
  return (
    <Radix.Item
      value={inside(value)}
      data-choice={value}
      className="flex min-h-11 cursor-pointer items-center justify-between gap-4 border-b border-hair px-3 py-1 outline-none select-none data-highlighted:bg-ink data-highlighted:text-paper"
    >
      <Radix.ItemText>{words}</Radix.ItemText>
      <Radix.ItemIndicator>
        <Check className="size-4" aria-hidden />
      </Radix.ItemIndicator>
    </Radix.Item>
  );
}

/** One of several, opened to be chosen from; letters and arrows choose too. */
export function Select({
  options,
  groups = [],
  value,
  onValue,
  focus,
  id,
  disabled,
  className = '',
  ...aria
}: SelectProps) {
  const theme = useContext(SheetTheme);
  const all = [...options, ...groups.flatMap((group) => group.choices)];
  const shown = all.some(([one]) => one === value) ? value : (all[0]?.[0] ?? '');
  return (
    <Radix.Root
      value={inside(shown)}
      onValueChange={(next) => onValue(next === NOTHING ? '' : next)}
      disabled={disabled}
    >
      <Radix.Trigger
        ref={focus}
        id={id}
        data-value={shown}
        className={`input flex cursor-pointer items-center justify-between gap-2 text-left disabled:opacity-55 ${className}`}
        {...aria}
      >
        <span className="min-w-0 truncate">
          <Radix.Value />
        </span>
        <ChevronDown className="size-4 shrink-0" aria-hidden />
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={2}
          data-theme={theme}
          className={`${theme ?? ''} z-50 max-h-[min(26rem,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) max-w-11/12 overflow-hidden border-2 border-ink bg-card text-ink`}
        >
          <Radix.Viewport>
            {options.map((choice) => (
              <Item key={choice[0]} choice={choice} />
            ))}
            {groups.map((group) => (
              <Radix.Group key={group.label}>
                <Radix.Label className="border-b border-rule bg-hair px-3 py-1 font-head font-semibold">
                  {group.label}
                </Radix.Label>
                {group.choices.map((choice) => (
                  <Item key={choice[0]} choice={choice} />
                ))}
              </Radix.Group>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

interface SelectFieldProps
  extends FieldProps, Omit<SelectProps, 'value' | 'onValue' | 'className' | 'id' | 'focus'> {
  value?: string;
  defaultValue?: string;
  onValue?: (value: string) => void;
}

export function SelectField({
  name,
  label,
  hint,
  className,
  value,
  defaultValue,
  onValue,
  ...rest
}: SelectFieldProps) {
  const described = useDescribed(name, hint);
  const first = defaultValue ?? rest.options[0]?.[0] ?? '';
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <Held {...{ name, value, first, onValue }}>
        {(held) => <Select value={held.value} onValue={held.set} focus={held.ref} {...described} {...rest} />}
      </Held>
    </Labeled>
  );
}

/** A choice in a line of many: its name is told, not shown. */
export function BareSelect({
  name,
  label,
  ...rest
}: { name: string; label: string } & Omit<SelectProps, 'value' | 'onValue' | 'id'>) {
  const { id, ...described } = useDescribed(name);
  return (
    <div>
      <Held<string> name={name} value={undefined} first={rest.options[0]?.[0] ?? ''}>
        {(held) => (
          <Select
            id={id}
            aria-label={label}
            value={held.value}
            onValue={held.set}
            focus={held.ref}
            {...described}
            {...rest}
          />
        )}
      </Held>
      <WrongAt name={name} id={id} />
    </div>
  );
}
