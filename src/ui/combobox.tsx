'use client';

import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type ReactNode, useContext, useEffect, useState } from 'react';
import { SheetTheme } from './dialog';
import { type FieldProps, Labeled, useDescribed } from './field';
import { Held } from './held';

const PAUSE_MS = 140;

interface Props<T> extends FieldProps {
  /** What those that fit the letters are; of few the list itself, of many the server. */
  find: (letters: string, signal: AbortSignal) => Promise<T[]>;
  idOf: (one: T) => string;
  wordsOf: (one: T) => ReactNode;
  /** Nothing chosen, as a choice of its own. */
  nothing: string;
  /** What can be searched for. */
  placeholder: string;
  value?: T | null;
  onValue?: (one: T | null) => void;
  /** Its name is told, not shown: in a table that says what stands where. */
  bare?: boolean;
  /** What is taken goes elsewhere, so that there is never anything to be emptied. */
  adds?: boolean;
}

/** What fits the letters, a moment after the last of them; null while that is still on its way. */
function useFound<T>(find: Props<T>['find'], letters: string, open: boolean): T[] | null {
  const [found, setFound] = useState<{ letters: string; all: T[] } | null>(null);
  useEffect(() => {
    if (!open) return undefined;
    const stop = new AbortController();
    const timer = setTimeout(
      () =>
        void find(letters, stop.signal).then(
          (all) => !stop.signal.aborted && setFound({ letters, all }),
          () => undefined,
        ),
      letters ? PAUSE_MS : 0,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [find, letters, open]);
  return found?.letters === letters ? found.all : null;
}

const ROW =
  'flex min-h-11 cursor-pointer items-center border-b border-hair px-3 py-1 data-[selected=true]:bg-ink data-[selected=true]:text-paper';

/** One of many, found by a few letters of it. */
export function Combobox<T>({
  name,
  label,
  hint,
  className,
  find,
  idOf,
  wordsOf,
  nothing,
  placeholder,
  value,
  onValue,
  bare = false,
  adds = false,
}: Props<T>) {
  const described = useDescribed(name, hint);
  const theme = useContext(SheetTheme);
  const [open, setOpen] = useState(false);
  const [letters, setLetters] = useState('');
  const found = useFound(find, letters, open);
  const trigger = (
    <Held<T | null> name={name} value={value} first={null} onValue={onValue}>
      {({ value: chosen, set, ref }) => {
        const take = (one: T | null) => {
          set(one);
          setOpen(false);
          setLetters('');
        };
        return (
          <Popover.Root open={open} onOpenChange={setOpen}>
            <Popover.Trigger
              ref={ref}
              className="input flex cursor-pointer items-center justify-between gap-2 text-left"
              data-value={chosen ? idOf(chosen) : ''}
              aria-label={bare ? String(label) : undefined}
              {...described}
            >
              <span className="min-w-0 truncate">{chosen ? wordsOf(chosen) : nothing}</span>
              <ChevronDown className="size-4 shrink-0" aria-hidden />
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                align="start"
                sideOffset={2}
                data-theme={theme}
                className={`${theme ?? ''} z-50 flex max-h-(--radix-popover-content-available-height) w-(--radix-popover-trigger-width) min-w-80 flex-col border-2 border-ink bg-card text-ink`}
              >
                <Command shouldFilter={false} label={placeholder} className="flex min-h-0 flex-col">
                  <Command.Input
                    value={letters}
                    onValueChange={setLetters}
                    autoFocus
                    placeholder={placeholder}
                    className="input border-0 border-b-2"
                  />
                  <Command.List className="max-h-96 min-h-0 overflow-y-auto" label={placeholder}>
                    {!letters && !adds && (
                      <Command.Item value="nothing chosen" onSelect={() => take(null)} className={ROW}>
                        {nothing}
                      </Command.Item>
                    )}
                    {(found ?? []).map((one) => (
                      <Command.Item
                        key={idOf(one)}
                        value={idOf(one)}
                        onSelect={() => take(one)}
                        className={ROW}
                      >
                        <span>{wordsOf(one)}</span>
                      </Command.Item>
                    ))}
                    {found === null && letters && (
                      <p role="status" className="px-3 py-3 text-soft">
                        Looking…
                      </p>
                    )}
                    {found?.length === 0 && (
                      <p role="status" className="px-3 py-3">
                        Nothing found for “{letters}”.
                      </p>
                    )}
                  </Command.List>
                </Command>
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        );
      }}
    </Held>
  );
  return bare ? (
    trigger
  ) : (
    <Labeled {...{ name, label, hint, className, id: described.id }}>{trigger}</Labeled>
  );
}

/** Finds among a list that is at hand, by any words of it. */
export const among =
  <T,>(all: readonly T[], textOf: (one: T) => string, most = 50): Props<T>['find'] =>
  (letters) => {
    const words = letters.toLowerCase().split(/\s+/).filter(Boolean);
    const fits = (one: T) => words.every((word) => textOf(one).toLowerCase().includes(word));
    return Promise.resolve(all.filter(fits).slice(0, most));
  };
