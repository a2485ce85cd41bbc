'use client';

import { format, isValid, parse } from 'date-fns';
import { DayPicker } from 'react-day-picker';

const ISO = 'yyyy-MM-dd';
const dateOf = (day: string | undefined) => {
  const date = parse(day ?? '', ISO, new Date());
  return isValid(date) ? date : undefined;
};

/** A month to choose a day from, with arrows or a finger. */
export function Calendar({ day, min, onDay }: { day: string; min?: string; onDay: (day: string) => void }) {
  const chosen = dateOf(day);
  const first = dateOf(min);
  return (
    <DayPicker
      mode="single"
      autoFocus
      weekStartsOn={1}
      showOutsideDays
      selected={chosen}
      defaultMonth={chosen ?? first}
      disabled={first ? { before: first } : undefined}
      onSelect={(next) => next && onDay(format(next, ISO))}
      classNames={{
        months: 'relative',
        month_caption: 'flex h-11 items-center justify-center font-head text-lg font-semibold',
        nav: 'absolute inset-x-0 top-0 flex justify-between',
        button_previous: 'btn btn-plain',
        button_next: 'btn btn-plain',
        chevron: 'size-5 fill-ink',
        weekday: 'h-8 w-11 font-head font-normal text-soft',
        day: 'p-0 text-center',
        day_button:
          'size-11 cursor-pointer border border-transparent hover:border-ink disabled:cursor-default disabled:text-soft disabled:line-through',
        today: 'font-bold underline underline-offset-4',
        selected: 'bg-ink text-paper',
        outside: 'text-soft',
      }}
    />
  );
}
