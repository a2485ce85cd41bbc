import { format, isValid, parse } from 'date-fns';

/** Days and moments as people write them; kept as `2026-04-20` and `2026-04-20T09:00`. */

const DAYS = [
  'yyyy-MM-dd',
  'MMM d, yyyy',
  'MMMM d, yyyy',
  'MMM d yyyy',
  'MMMM d yyyy',
  'd MMM yyyy',
  'd MMMM yyyy',
  'M/d/yyyy',
  'd.M.yyyy',
] as const;
const WITHOUT_YEAR = ['MMM d', 'MMMM d', 'd MMM', 'd MMMM', 'M/d'] as const;
const TIMES = ['HH:mm', 'H:mm', 'H.mm', 'h:mm a', 'h a', 'H'] as const;

const ISO_DAY = 'yyyy-MM-dd';

/** A typed day as it is kept; null when it does not read. @param today stands in for a year that was left out */
export function readDay(typed: string, today: Date): string | null {
  const text = typed.trim().replace(/\s+/g, ' ');
  for (const one of [...DAYS, ...WITHOUT_YEAR]) {
    const day = parse(text, one, today);
    // Two figures are no year: a wrong century is worse than asking again.
    if (isValid(day) && day.getFullYear() > 1900 && day.getFullYear() < 9000) return format(day, ISO_DAY);
  }
  return null;
}

/** A typed time of day as it is kept, `09:00`; null when it does not read. */
export function readTime(typed: string): string | null {
  const text = typed.trim().replace(/\s+/g, ' ');
  for (const one of TIMES) {
    const time = parse(text, one, new Date(2000, 0, 1));
    if (isValid(time)) return format(time, 'HH:mm');
  }
  return null;
}

/** A typed moment as it is kept; null when its day or its time does not read. */
export function readMoment(typed: string, today: Date): string | null {
  const kept = /^\s*(\d{4}-\d\d-\d\d)T(\d\d:\d\d)\s*$/.exec(typed);
  if (kept) return readDay(kept[1]!, today) && readTime(kept[2]!) ? `${kept[1]}T${kept[2]}` : null;
  const cut = typed.trim().match(/^(.*?)(?:,| at|)\s+(\S+(?:\s?[ap]m)?)$/i);
  const day = cut && readDay(cut[1]!, today);
  const time = cut && readTime(cut[2]!);
  return day && time ? `${day}T${time}` : null;
}

const at = (day: string) => parse(day, ISO_DAY, new Date(2000, 0, 1));

/** `2026-04-20` as `20 Apr 2026`; what is no day stays as it is. */
export const dayText = (kept: string): string => {
  const day = at(kept);
  return isValid(day) ? format(day, 'd MMM yyyy') : kept;
};

/** `2026-04-20T09:00` as `20 Apr 2026, 09:00`. */
export const momentText = (kept: string): string => {
  const [day = '', time] = kept.split('T');
  return time ? `${dayText(day)}, ${time.slice(0, 5)}` : kept;
};

/**
 * What is sent of a typed moment: the instant it is; nothing for an empty field; and what does not read as it was typed, so
 * that it is refused at its field.
 */
export const sentMoment = (kept: string | undefined, toInstant: (kept: string) => string): string | null =>
  !kept ? null : /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(kept) ? toInstant(kept) : kept;
