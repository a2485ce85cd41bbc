'use client';

import { CalendarDays } from 'lucide-react';
import dynamic from 'next/dynamic';
import { Popover } from 'radix-ui';
import { useContext, useState } from 'react';
import { dayText, momentText, readDay, readMoment, readTime } from './day-text';
import { SheetTheme } from './dialog';
import { type FieldProps, Labeled, useDescribed } from './field';
import { FormLinkContext, type HeldValue } from './form-link';
import { Held } from './held';

/** The calendar comes when somebody opens it: most people type the day. */
const Calendar = dynamic(() => import('./calendar').then((one) => one.Calendar), {
  loading: () => <p className="p-4">…</p>,
});

interface Props extends FieldProps {
  /** As it is kept: `2026-04-20`, or with a time `2026-04-20T09:00`, in the shop's own time. */
  value?: string;
  defaultValue?: string;
  onValue?: (value: string) => void;
  /** No day before this one is offered. */
  min?: string;
}

const WORKDAY = '09:00';

/** A form of the browser's own, as a page that is asked for by its address has it, finds the value here. */
function Plainly({ name, value }: { name: string; value: string }) {
  return useContext(FormLinkContext) ? null : <input type="hidden" name={name} value={value} />;
}

function Typed({
  name,
  label,
  hint,
  className,
  value,
  defaultValue = '',
  onValue,
  ...rest
}: Props & { timed: boolean }) {
  const described = useDescribed(name, hint);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <Held name={name} value={value} first={defaultValue} onValue={onValue}>
        {(held) => (
          <>
            <DayInput {...held} {...rest} described={described} />
            <Plainly name={name} value={held.value} />
          </>
        )}
      </Held>
    </Labeled>
  );
}

function DayInput({
  value,
  set,
  ref,
  min,
  timed,
  described,
}: HeldValue<string> & { min?: string; timed: boolean; described: ReturnType<typeof useDescribed> }) {
  const theme = useContext(SheetTheme);
  const [typed, setTyped] = useState<{ text: string; of: string } | null>(null);
  const [open, setOpen] = useState(false);
  const read = timed ? readMoment : readDay;
  const text = timed ? momentText : dayText;
  const [day = '', time = WORKDAY] = value.split('T');
  return (
    <div className="flex">
      <input
        ref={ref}
        className="input min-w-0"
        autoComplete="off"
        placeholder={timed ? '20 Apr, 9:00' : '20 Apr'}
        value={typed && typed.of === value ? typed.text : text(value)}
        // What does not read is sent as it was typed: it is refused at this field, and stays in it.
        onChange={(event) => {
          const next =
            event.target.value.trim() && (read(event.target.value, new Date()) ?? event.target.value);
          setTyped({ text: event.target.value, of: next });
          set(next);
        }}
        onBlur={() => setTyped(null)}
        {...described}
      />
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          type="button"
          className="btn -ml-px shrink-0 px-3"
          aria-label="Choose the day in the calendar"
        >
          <CalendarDays className="size-5" aria-hidden />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="end"
            sideOffset={2}
            data-theme={theme}
            className={`${theme ?? ''} z-50 border-2 border-ink bg-card p-3 text-ink`}
          >
            <Calendar
              day={day}
              min={min?.slice(0, 10)}
              onDay={(next) => {
                setTyped(null);
                set(timed ? `${next}T${time}` : next);
                setOpen(false);
              }}
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}

/** A day, typed as people write it or chosen in the calendar. */
export const DayField = (props: Props) => <Typed {...props} timed={false} />;

/** A day and a time of the shop's own clock. */
export const MomentField = (props: Props) => <Typed {...props} timed />;

/** A time of day, typed as people write it: `9`, `9:30`, `4 pm`. */
export function TimeField({ name, label, hint, className, value, defaultValue = '', onValue }: Props) {
  const described = useDescribed(name, hint);
  const [typed, setTyped] = useState<{ text: string; of: string } | null>(null);
  return (
    <Labeled {...{ name, label, hint, className, id: described.id }}>
      <Held name={name} value={value} first={defaultValue} onValue={onValue}>
        {(held) => (
          <>
            <input
              ref={held.ref}
              className="input"
              autoComplete="off"
              placeholder="8:00"
              value={typed && typed.of === held.value ? typed.text : held.value}
              onChange={(event) => {
                const next = readTime(event.target.value) ?? event.target.value;
                setTyped({ text: event.target.value, of: next });
                held.set(next);
              }}
              onBlur={() => setTyped(null)}
              {...described}
            />
            <Plainly name={name} value={held.value} />
          </>
        )}
      </Held>
    </Labeled>
  );
}
