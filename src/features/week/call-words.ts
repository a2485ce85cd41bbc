import { type WorkCalendar, fromAxis, weekdayOf } from '@/core/schedule/calendar';
import type { PromiseChanged } from '@/core/schedule/re-plan';
import type { Because, WeekProblem } from '@/core/schedule/types';
import { longDay, shopClock } from '@/core/units/shop-time';

/** Nobody is promised an odd minute: what is told is the next half hour. */
const TOLD_EVERY = 30;

/** The axis minute that is told for one at which a job is done; the end of a day stays on that day. */
export const toldMinute = (minute: number, dayMinutes: number) =>
  Math.min(Math.ceil(minute / TOLD_EVERY) * TOLD_EVERY, Math.ceil(minute / dayMinutes) * dayMinutes);

const WEEK = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'];

const listed = (words: string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** The weekdays on which a rack can be had, `Tuesdays and Fridays`; nothing where that is every day. */
export function rackDays(problem: WeekProblem, calendar: WorkCalendar): string | null {
  const rack = problem.places.find(({ kind }) => kind === 'rack');
  if (!rack) return null;
  const closed = new Set(rack.closed);
  const open = new Set(
    calendar.days.slice(0, 15).flatMap((day, index) => (closed.has(index) ? [] : [weekdayOf(day)])),
  );
  return open.size && open.size < calendar.hours.weekdays.length
    ? listed([...open].sort((a, b) => a - b).map((weekday) => WEEK[weekday - 1]!))
    : null;
}

/** Why, as a customer is told: nobody hears of another customer's car. */
export function reasonForCustomer(because: Because, problem: WeekProblem, calendar: WorkCalendar): string {
  switch (because.why) {
    case 'waits':
      return because.what ? `it waits for ${because.what}` : 'it waits for a part';
    case 'overnight':
      return 'it settles overnight before it is measured';
    case 'place': {
      const days = because.what === null ? rackDays(problem, calendar) : null;
      return days ? `the rack is there ${days}` : 'the car before it takes longer than we thought';
    }
    case 'tech':
    case 'helper':
      return 'we are short of hands until then';
    default:
      return 'the work takes longer than we thought';
  }
}

/** `Wednesday 15 April at 10:30` */
function spoken(calendar: WorkCalendar, minute: number): string {
  const instant = fromAxis(calendar, minute, true);
  return `${longDay(instant, calendar.timeZone)} at ${shopClock(instant, calendar.timeZone)}`;
}

/** What whoever calls can say: the new time, the old one, and why. */
export function callWords(
  car: string,
  { promise, now, because }: Pick<PromiseChanged, 'promise' | 'now' | 'because'>,
  problem: WeekProblem,
  calendar: WorkCalendar,
): string {
  const told = toldMinute(now, problem.dayMinutes);
  return `Your ${car}: ${spoken(calendar, told)} instead of ${spoken(calendar, promise)}. We are sorry: ${reasonForCustomer(because, problem, calendar)}.`;
}
