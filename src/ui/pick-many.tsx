'use client';

import { X } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { Button } from './button';
import { Combobox, among } from './combobox';

interface Option {
  id: string;
  words: string;
}

/** Several of many: those taken stand in a line, each with its cross; more are found by their words. */
export function PickMany({
  name,
  label,
  options,
  value,
  onValue,
  className,
  hint,
}: {
  name: string;
  label: string;
  options: readonly Option[];
  /** Ids of those taken. One that is none of the options is shown as it stands. */
  value: readonly string[];
  onValue: (ids: string[]) => void;
  className?: string;
  hint?: ReactNode;
}) {
  const find = useMemo(
    () =>
      among(
        options.filter(({ id }) => !value.includes(id)),
        ({ id, words }) => `${words} ${id}`,
      ),
    [options, value],
  );
  const wordsOf = (id: string) => options.find((one) => one.id === id)?.words ?? id;
  return (
    <div className={className}>
      <Combobox<Option>
        name={name}
        label={label}
        hint={hint}
        nothing="Add…"
        placeholder={`${label}: words or id`}
        find={find}
        idOf={(one) => one.id}
        wordsOf={(one) => one.words}
        adds
        value={null}
        onValue={(one) => one && onValue([...value, one.id])}
      />
      <ul className="flex flex-wrap gap-1 pt-1" aria-label={`${label}, taken`}>
        {value.map((id) => (
          <li key={id} className="flex items-center border border-rule bg-card pl-2">
            <span className="text-sm">{wordsOf(id)}</span>
            <Button
              weight="plain"
              size="icon"
              aria-label={`${label}: remove ${wordsOf(id)}`}
              onClick={() => onValue(value.filter((one) => one !== id))}
            >
              <X className="size-4" aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
