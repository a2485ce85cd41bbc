import { latestPlan, lineIsIn, planAnswer } from '../ledger/order-state';
import type { OrderState } from '../ledger/order-state';
import { type OpenHours, openDaysBetween } from './calendar';

/** Something an order waited for, and when it came: instants in the record, days of the shop where they are counted. */
export interface WaitPast {
  what: 'part' | 'answer';
  /** A line of the parts, or the version of a plan. */
  ref: string;
  since: string;
  /** The day that was said for it; null where nobody said one. */
  saidFor: string | null;
  ended: string;
}

/** Fewer than these say nothing yet of those to come. */
const ENOUGH = 8;
const ENOUGH_LEFT = 4;
/** What came later than this counts as that late. */
const MOST_DAYS = 8;

/**
 * What an order waited for and has: parts from their first order to the check-in that made them whole, against the day
 * that was said first; and the answer to its plan. Days that a stand-in makes up teach nothing.
 */
export function waitsPast(state: OrderState): WaitPast[] {
  const supplies = state.parts.supplies.filter(({ data }) => !data.standIn);
  const parts = [...new Set(supplies.map(({ data }) => data.lineId))].flatMap((ref): WaitPast[] => {
    const own = supplies.filter(({ data }) => data.lineId === ref);
    const came = state.parts.checkedIn.get(ref);
    if (!came || came.seq < own[0]!.seq || !lineIsIn(state, ref)) return [];
    const said = own.find(({ data }) => data.promisedOn !== null);
    return [{ what: 'part', ref, since: own[0]!.at, saidFor: said?.data.promisedOn ?? null, ended: came.at }];
  });
  const [plan, answer] = [latestPlan(state), planAnswer(state)];
  if (!plan || !answer) return parts;
  const ref = String(plan.data.version);
  return [...parts, { what: 'answer', ref, since: plan.at, saidFor: null, ended: answer.at }];
}

/** How often something comes on a day, a day later, two …; and of how many that is said. */
export interface Lateness {
  shares: number[];
  of: number;
  /** How many came after the first of these days. */
  later: number;
}

/** Of days that such things took: those that took so long at least, counted from there on. */
function latenessOf(days: readonly number[], already: number): Lateness | null {
  const left = days.flatMap((took) => (took >= already ? [Math.min(MOST_DAYS, took - already)] : []));
  if (days.length < ENOUGH || left.length < ENOUGH_LEFT) return null;
  const shares = Array.from(
    { length: Math.max(...left) + 1 },
    (_, day) => left.filter((late) => late === day).length / left.length,
  );
  return { shares, of: left.length, later: left.filter((late) => late > 0).length };
}

/**
 * How many open days after the day that was said things came: shares of one.
 * @param past days of the shop
 * @param overdue open days since the day that was said
 * @returns null where too few are known
 */
export const latenessAsSaid = (past: readonly WaitPast[], overdue: number, hours: OpenHours) =>
  latenessOf(
    past.flatMap(({ saidFor, ended }) => (saidFor === null ? [] : [openDaysBetween(hours, saidFor, ended)])),
    overdue,
  );

/**
 * How many open days something still takes for which no day was said: as long as what in the past had not come either
 * after so long. Shares of one.
 * @param past days of the shop
 * @param waited open days for which it is waited already
 * @returns null where too few are known
 */
export const stillToCome = (past: readonly WaitPast[], waited: number, hours: OpenHours) =>
  latenessOf(
    past.map(({ since, ended }) => openDaysBetween(hours, since, ended)),
    waited,
  );
