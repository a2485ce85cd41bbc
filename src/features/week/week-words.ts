import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { Because, PlacedPhase, WeekProblem } from '@/core/schedule/types';
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
        : 'its place is not open sooner';
    case 'tech':
      return because.what
        ? `everybody who can do it is busy, with ${nameOf(problem, because.what)}`
        : 'everybody who can do it is away';
    case 'helper':
      return 'waits for a second pair of hands';
    case 'pin':
      return 'pinned there by hand';
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

/** A share as people say it: `8 in 10`; `19 in 20` near the end of the scale. */
export function describeChance(share: number): string {
  if (share >= 0.985) return 'as good as sure';
  if (share >= 0.93) return '19 in 20';
  if (share <= 0.015) return 'hardly';
  if (share < 0.07) return '1 in 20';
  return `${Math.round(share * 10)} in 10`;
}

/** `3 h 20` of working time. */
export function workText(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  return `${Math.floor(whole / 60)} h${whole % 60 ? ` ${String(whole % 60).padStart(2, '0')}` : ''}`;
}
