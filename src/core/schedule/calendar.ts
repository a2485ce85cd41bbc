import { clockOf, fromShopTime, shopClock, shopDay } from '../units/shop-time';

/** When the shop is open, as its settings say; clock times in minutes from midnight, weekdays from Monday = 1. */
export interface OpenHours {
  from: number;
  to: number;
  restFrom: number;
  restMinutes: number;
  weekdays: number[];
}

/** The working axis laid over real days, in the shop's own time zone. */
export interface WorkCalendar {
  hours: OpenHours;
  timeZone: string;
  dayMinutes: number;
  /** Open days from the first on, `YYYY-MM-DD`; as many as anything can ever be placed on. */
  days: string[];
}

/** As many open days as plans reach into: far more than any job waits. */
const FAR = 260;

export const weekdayOf = (day: string) => ((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7) + 1;

export const addDays = (day: string, count: number) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + count * 86_400_000).toISOString().slice(0, 10);

/** The axis from a day on; a first day that is closed begins with the next open one. */
export function workCalendar(hours: OpenHours, timeZone: string, firstDay: string): WorkCalendar {
  const days: string[] = [];
  for (let day = firstDay; days.length < FAR; day = addDays(day, 1))
    if (hours.weekdays.includes(weekdayOf(day))) days.push(day);
  return { hours, timeZone, dayMinutes: hours.to - hours.from - hours.restMinutes, days };
}

/** Open days after one day until another, that one too; 0 where it is not later. */
export function openDaysBetween({ weekdays }: OpenHours, from: string, to: string): number {
  const days = Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000);
  const first = weekdayOf(from);
  let open = Math.floor(Math.max(0, days) / 7) * weekdays.length;
  for (let left = Math.max(0, days) % 7; left > 0; left -= 1)
    if (weekdays.includes(((first - 1 + left) % 7) + 1)) open += 1;
  return open;
}

/** Minutes into a working day at a clock time, the rest taken out. */
function intoDay({ from, to, restFrom, restMinutes }: OpenHours, clock: number): number {
  const open = Math.min(to, Math.max(from, clock)) - from;
  const rested = Math.min(restMinutes, Math.max(0, Math.min(to, clock) - restFrom));
  return Math.max(0, open - rested);
}

const minutesOf = (clock: string) => {
  const [hour, minute] = clock.split(':').map(Number);
  return hour! * 60 + minute!;
};

/** The axis minute of an instant; before the first day is 0, on a closed day the next open morning. */
export function toAxis(calendar: WorkCalendar, instant: string | Date): number {
  const day = shopDay(instant, calendar.timeZone);
  const index = calendar.days.findIndex((open) => open >= day);
  if (index < 0) return calendar.days.length * calendar.dayMinutes;
  if (calendar.days[index] !== day) return index * calendar.dayMinutes;
  return (
    index * calendar.dayMinutes + intoDay(calendar.hours, minutesOf(shopClock(instant, calendar.timeZone)))
  );
}

/** The axis minute at which a plain day begins. */
export const morningOf = (calendar: WorkCalendar, day: string) => {
  const index = calendar.days.findIndex((open) => open >= day);
  return (index < 0 ? calendar.days.length : index) * calendar.dayMinutes;
};

/**
 * The instant of an axis minute.
 * @param closing the end of a span: the last minute of a day stays on that day, not on the next morning
 */
export function fromAxis(calendar: WorkCalendar, minute: number, closing = false): string {
  const { hours, dayMinutes } = calendar;
  const whole = Math.round(minute);
  const at = closing && whole > 0 ? whole - 1 : whole;
  const day = calendar.days[Math.min(calendar.days.length - 1, Math.floor(at / dayMinutes))]!;
  const inDay = (at % dayMinutes) + (closing && whole > 0 ? 1 : 0);
  const before = hours.restFrom - hours.from;
  const clock =
    hours.from + inDay + (inDay > before || (inDay === before && !closing) ? hours.restMinutes : 0);
  return fromShopTime(`${day}T${clockOf(clock)}`, calendar.timeZone);
}
