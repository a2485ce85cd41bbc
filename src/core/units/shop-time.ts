import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';

/** Instants are kept in UTC and shown in the shop's own time zone. */

const inShop = (instant: Date | string, timeZone: string) =>
  new TZDate(new Date(instant).getTime(), timeZone);

/** The shop's calendar day of an instant, `YYYY-MM-DD`. */
export const shopDay = (instant: Date | string, timeZone: string) =>
  format(inShop(instant, timeZone), 'yyyy-MM-dd');

/** `11:24` */
export const shopClock = (instant: Date | string, timeZone: string) =>
  format(inShop(instant, timeZone), 'HH:mm');

/** `Tuesday 14 April` */
export const longDay = (instant: Date | string, timeZone: string) =>
  format(inShop(instant, timeZone), 'EEEE d MMMM');

/** `Tue 14 Apr 2026, 11:24` */
export const shopMoment = (instant: Date | string, timeZone: string) =>
  format(inShop(instant, timeZone), 'EEE d MMM yyyy, HH:mm');

/** An instant as a field for day and time takes it, `2026-04-14T09:30`, in the shop's own time. */
export const shopInput = (instant: Date | string, timeZone: string) =>
  format(inShop(instant, timeZone), "yyyy-MM-dd'T'HH:mm");

/** `Thu 16 Apr` for a plain day. */
export const shortDay = (day: string) =>
  format(new TZDate(Date.parse(`${day}T00:00:00Z`), 'UTC'), 'EEE d MMM');

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
