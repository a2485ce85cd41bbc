import { TZDate } from '@date-fns/tz';
import { daysBetween } from '../units/shop-time';

export const REMINDER_STAGES = ['soon', 'due', 'overdue'] as const;
export type ReminderStage = (typeof REMINDER_STAGES)[number];

export interface Reminded {
  doneOn: string;
  dueOn: string | null;
  /** Dial readings in the follow-up's unit; null where none is known. */
  startOdometer: number | null;
  dueOdometer: number | null;
  lastOdometer: number | null;
}

/** A come-back is spoken of from this share of its way on. */
const SOON = 0.8;
/** After this many days past due it is overdue. */
const OVERDUE_DAYS = 3;

/**
 * Which reminder a come-back has reached: soon at 80% of its distance or days, due, or overdue; null before that.
 * The further of the two ways of counting speaks.
 */
export function reminderStage(one: Reminded, today: string): ReminderStage | null {
  const { dueOn, dueOdometer, startOdometer, lastOdometer } = one;
  const late = dueOn === null ? null : daysBetween(dueOn, today);
  const whole = dueOn === null ? 0 : daysBetween(one.doneOn, dueOn);
  const byDays =
    dueOn === null || whole <= 0
      ? late !== null && late >= 0
        ? 1
        : 0
      : daysBetween(one.doneOn, today) / whole;
  const byDistance =
    dueOdometer === null || startOdometer === null || lastOdometer === null || dueOdometer <= startOdometer
      ? 0
      : (lastOdometer - startOdometer) / (dueOdometer - startOdometer);
  if ((late !== null && late >= OVERDUE_DAYS) || byDistance >= 1.25) return 'overdue';
  if ((late !== null && late >= 0) || byDistance >= 1) return 'due';
  return Math.max(byDays, byDistance) >= SOON ? 'soon' : null;
}

/**
 * The first moment from `at` on that lies outside the shop's quiet hours.
 * @param from hour the quiet begins, @param to hour it ends, both of the shop's day; equal means never quiet
 */
export function outsideQuiet(at: Date, timeZone: string, from: number, to: number): Date {
  const here = new TZDate(at.getTime(), timeZone);
  const hour = here.getHours();
  const quiet = from === to ? false : from > to ? hour >= from || hour < to : hour >= from && hour < to;
  if (!quiet) return at;
  const end = new TZDate(here.getTime(), timeZone);
  if (hour >= to) end.setDate(end.getDate() + 1);
  end.setHours(to, 0, 0, 0);
  return new Date(end.getTime());
}

/** Fills a template's words: `{car}`, `{what}`, `{when}`, `{link}`, `{shop}`. A name it does not know stays as typed. */
export const fillWords = (words: string, values: Record<string, string>) =>
  words.replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole);
