'use client';

import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { useContext } from 'react';
import { SheetTheme } from './dialog';
import { type FieldProps, Labeled, useDescribed } from './field';
import { useChoice } from './use-choice';

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
  /** Goes with the form it stands in. */
  name?: string;
  value?: string;
  defaultValue?: string;
  onValue?: (value: string) => void;
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
  name,
  value,
  defaultValue,
  onValue,
  id,
  disabled,
  className = '',
  ...aria
}: SelectProps) {
  const theme = useContext(SheetTheme);
  const all = [...options, ...groups.flatMap((group) => group.choices)];
  const { chosen, choose, anchor } = useChoice(value, defaultValue ?? all[0]?.[0] ?? '', onValue);
  const shown = all.some(([one]) => one === chosen) ? chosen : (all[0]?.[0] ?? '');
  return (
    <>
      <Radix.Root
        value={inside(shown)}
        onValueChange={(next) => choose(next === NOTHING ? '' : next)}
        disabled={disabled}
      >
        <Radix.Trigger
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
            className={`${theme ?? ''} z-50 max-h-[min(26rem,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) max-w-[94vw] overflow-hidden border-2 border-ink bg-card text-ink`}
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
      <input ref={anchor} type="hidden" name={name} value={shown} />
    </>
  );
}

export function SelectField({
  name,
  label,
  hint,
  className,
  ...rest
}: FieldProps & Omit<SelectProps, 'name' | 'className' | 'id'>) {
  const described = useDescribed(name, hint);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <Select name={name} {...described} {...rest} />
    </Labeled>
  );
}
