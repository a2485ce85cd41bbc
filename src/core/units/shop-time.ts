import { TZDate } from '@date-fns/tz';

/** Instants are kept in UTC and shown in the shop's own time zone. */

const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;
const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);

interface WallClock {
  year: number;
  month: number;
  day: number;
  /** Sunday is 0. */
  weekday: number;
  hour: string;
  minute: string;
}

/** A formatter takes long to make and little to ask: one for each zone there is. */
const clocks = new Map<string, Intl.DateTimeFormat>();

function clockFor(timeZone: string): Intl.DateTimeFormat {
  const known = clocks.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-US', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
  clocks.set(timeZone, made);
  return made;
}

/** What the clock on the shop's wall shows at an instant. */
function inShop(instant: Date | string, timeZone: string): WallClock {
  const shown: Record<string, string> = {};
  for (const { type, value } of clockFor(timeZone).formatToParts(new Date(instant))) shown[type] = value;
  const [year, month, day] = [Number(shown.year), Number(shown.month), Number(shown.day)];
  const weekday = new Date(Date.UTC(year, month - 1, day)).getUTCDay();
  return { year, month, day, weekday, hour: shown.hour!, minute: shown.minute! };
}

const two = (value: number) => String(value).padStart(2, '0');
const plainDay = ({ year, month, day }: WallClock) =>
  `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`;
const short = (word: string) => word.slice(0, 3);

/** The shop's calendar day of an instant, `YYYY-MM-DD`. */
export const shopDay = (instant: Date | string, timeZone: string) => plainDay(inShop(instant, timeZone));

/** `11:24` */
export function shopClock(instant: Date | string, timeZone: string): string {
  const { hour, minute } = inShop(instant, timeZone);
  return `${hour}:${minute}`;
}

/** `Tuesday 14 April` */
export function longDay(instant: Date | string, timeZone: string): string {
  const { weekday, day, month } = inShop(instant, timeZone);
  return `${DAYS[weekday]} ${day} ${MONTHS[month - 1]}`;
}

/** `14 Apr 26`: as short as a day can be told on an axis */
export function axisDay(instant: Date | string, timeZone: string): string {
  const { day, month, year } = inShop(instant, timeZone);
  return `${day} ${short(MONTHS[month - 1]!)} ${two(year % 100)}`;
}

/** `Tue 14 Apr 2026, 11:24` */
export function shopMoment(instant: Date | string, timeZone: string): string {
  const { weekday, day, month, year, hour, minute } = inShop(instant, timeZone);
  return `${short(DAYS[weekday]!)} ${day} ${short(MONTHS[month - 1]!)} ${year}, ${hour}:${minute}`;
}

/** An instant as a field for day and time takes it, `2026-04-14T09:30`, in the shop's own time. */
export function shopInput(instant: Date | string, timeZone: string): string {
  const at = inShop(instant, timeZone);
  return `${plainDay(at)}T${at.hour}:${at.minute}`;
}

/** `Thu 16 Apr` for a plain day. */
export function shortDay(plain: string): string {
  const { weekday, day, month } = inShop(`${plain}T00:00:00Z`, 'UTC');
  return `${short(DAYS[weekday]!)} ${day} ${short(MONTHS[month - 1]!)}`;
}

/** Whole days from one plain day to another; negative when it lies behind. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);
}

/** An instant from a day and a clock time as typed in the shop. */
export function fromShopTime(local: string, timeZone: string): string {
  const [day, time = '00:00'] = local.split('T');
  const [year, month, date] = day!.split('-').map(Number);
  const [hour, minute] = time.split(':').map(Number);
  return new Date(new TZDate(year!, month! - 1, date!, hour!, minute!, timeZone).getTime()).toISOString();
}

/** How long, in hours and minutes: `1 h 34`. */
export function spanText(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

/** The days of a week in short, Monday first: their numbers are 1 to 7. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** Minutes of a day as a clock shows them, `08:00`. */
export const clockOf = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
