import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { Because, PlacedPhase, WeekProblem } from '@/core/schedule/types';
import type { WeekJobFacts } from '@/server/week/week-file';
import { shopClock, shopDay, shortDay } from '@/core/units/shop-time';

/** `Wed 15 Apr, 10:30` */
export function whenText(calendar: WorkCalendar, minute: number, closing = false): string {
  const instant = fromAxis(calendar, minute, closing);
  return `${shortDay(shopDay(instant, calendar.timeZone))}, ${shopClock(instant, calendar.timeZone)}`;
}

const nameOf = (problem: WeekProblem, id: string | null) =>
  (problem.jobs.find((job) => job.id === id)?.label ?? 'another car').split(',')[0];

/** Why a phase starts when it does, in a few words; null where it starts as soon as it can. */
export function describeBecause(because: Because, problem: WeekProblem): string | null {
  switch (because.why) {
    case 'at once':
      return null;
    case 'waits':
      return because.what ? `waits for ${because.what}` : 'waits';
    case 'overnight':
      return 'settles overnight';
    case 'place':
      return because.what
        ? `its place has ${nameOf(problem, because.what)} on it`
        : 'waits until its place is open: the alignment rack on its days';
    case 'tech':
      return because.what
        ? `everybody who can do it is busy, with ${nameOf(problem, because.what)}`
        : 'everybody who can do it is away';
    case 'helper':
      return 'waits for a second pair of hands';
    case 'pin':
      return 'pinned there by hand';
    case 'agreed':
      return null;
  }
}

/** What holds a job up most: the phase that lost the most time before it could begin. */
export function mainReason(placed: PlacedPhase[], problem: WeekProblem): string | null {
  let before = 0;
  let worst: { lost: number; words: string } | null = null;
  for (const phase of placed) {
    const words = describeBecause(phase.because, problem);
    const lost = phase.start - before;
    if (words && lost > 0 && (!worst || lost > worst.lost)) worst = { lost, words };
    before = phase.end;
  }
  return worst?.words ?? null;
}

/** `10:30`, and the day with it where that is another than the one it began on: `Wed 10:30`. */
export function endClock(calendar: WorkCalendar, start: number, end: number): string {
  const [first, last] = [start, end - 1].map((minute) => Math.floor(minute / calendar.dayMinutes));
  const at = shopClock(fromAxis(calendar, end, true), calendar.timeZone);
  return first === last ? at : `${shortDay(calendar.days[last!]!).slice(0, 3)} ${at}`;
}

/** A car by its order's number and its name, without what it is for. */
export const carWords = (facts: Pick<WeekJobFacts, 'number' | 'car'> | undefined): string =>
  [facts?.number, facts?.car.split(',')[0]].filter(Boolean).join(' ');

/** A share as people say it: `8 in 10`; `19 in 20` near the end of the scale. */
export function describeChance(share: number): string {
  if (share >= 0.985) return 'nearly certain';
  if (share >= 0.93) return '19 in 20';
  if (share <= 0.015) return 'very unlikely';
  if (share < 0.07) return '1 in 20';
  return `${Math.round(share * 10)} in 10`;
}

/** `3 h 20` of working time. */
export function workText(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  return `${Math.floor(whole / 60)} h${whole % 60 ? ` ${String(whole % 60).padStart(2, '0')}` : ''}`;
}

/** The promises of a week that are more likely missed than kept, and the one that is missed by most. */
export function promisesMissed(
  problem: WeekProblem,
  plan: { ends: Record<string, number> },
  chances: Record<string, { holds: number | null }>,
  calendar: WorkCalendar,
): { promised: number; missed: number; worst: { jobId: string; days: number } | null } {
  const promised = problem.jobs.filter((job) => job.promise !== null);
  const missed = promised.filter((job) => (chances[job.id]?.holds ?? 1) < 0.5);
  let worst: { jobId: string; days: number } | null = null;
  for (const job of missed) {
    const end = plan.ends[job.id];
    if (end === undefined) continue;
    const [due, done] = [job.promise!, end].map((minute) => Date.parse(fromAxis(calendar, minute, true)));
    const days = (done! - due!) / 86_400_000;
    if (days > 0 && (!worst || days > worst.days)) worst = { jobId: job.id, days };
  }
  return { promised: promised.length, missed: missed.length, worst };
}

/** `three days`, `half a day`: how late, as people say it. */
export function lateText(days: number): string {
  if (days < 0.3) return 'some hours';
  if (days < 0.8) return 'half a day';
  const whole = Math.round(days);
  return whole === 1 ? 'a day' : `${['', '', 'two', 'three', 'four', 'five', 'six'][whole] ?? whole} days`;
}
