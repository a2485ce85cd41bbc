import 'server-only';
import { type WorkCalendar, morningOf, openDaysBetween } from '@/core/schedule/calendar';
import type { PhaseNeedOfOrder } from '@/core/schedule/remaining-work';
import type { WeekPhase } from '@/core/schedule/types';
import { type WaitPast, latenessAsSaid, stillToCome } from '@/core/schedule/waits';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import { dayText } from '../day-column';
import type { Row } from '../tables';

/** A part or an answer nobody has named a day for is looked for this many open days on, where the past says nothing of it. */
const UNKNOWN_DAYS = 3;
/** Of each kind the newest are asked: suppliers and customers change. */
const NEWEST = 100;

/** What orders waited for and when it came, in days of the shop. */
export async function readWaits(tx: Db, timeZone: string): Promise<WaitPast[]> {
  const newest = (what: WaitPast['what']) =>
    tx.rows<Row<'wait_past', 'what' | 'ref' | 'since' | 'said_for' | 'ended'>>(
      'SELECT what, ref, since, said_for, ended FROM wait_past WHERE what = ? ORDER BY ended DESC LIMIT ?',
      [what, NEWEST],
    );
  const rows = await Promise.all([newest('part'), newest('answer')]);
  return rows.flat().map((row) => ({
    what: row.what,
    ref: row.ref,
    since: shopDay(row.since, timeZone),
    saidFor: row.said_for && dayText(row.said_for),
    ended: shopDay(row.ended, timeZone),
  }));
}

/** How a week counts with what a phase waits for. */
type Counted = Pick<WeekPhase, 'notBefore' | 'waitsFor' | 'comesLate'>;

/**
 * From when a phase can begin for what it waits for: from the day that was said, as late as such things come in this
 * shop; where no day was said or it is over, as long from now as such things still take.
 * @param past what was waited for before
 * @param now the minute it is
 */
export function countedWait(
  { what, words, until, since }: NonNullable<PhaseNeedOfOrder['waits']>,
  past: readonly WaitPast[],
  { calendar, today, now }: { calendar: WorkCalendar; today: string; now: number },
): Counted {
  const { hours, timeZone, dayMinutes } = calendar;
  const such = past.filter((one) => one.what === what);
  if (until !== null && until >= today) {
    const late = latenessAsSaid(such, 0, hours);
    return {
      notBefore: morningOf(calendar, until),
      waitsFor: late?.later ? `${words}: ${late.later} of ${late.of} such came later than said` : words,
      comesLate: late?.later ? late.shares : undefined,
    };
  }
  const left =
    until !== null
      ? latenessAsSaid(such, openDaysBetween(hours, until, today), hours)
      : stillToCome(such, since ? openDaysBetween(hours, shopDay(since, timeZone), today) : 0, hours);
  const none = until === null ? 'no day known' : 'its day is over';
  if (!left)
    return {
      notBefore: now + UNKNOWN_DAYS * dayMinutes,
      waitsFor: `${words}: ${none}, three days assumed`,
      comesLate: undefined,
    };
  return {
    notBefore: now,
    waitsFor: `${words}: ${none}, counted as with the last ${left.of} such`,
    comesLate: left.shares,
  };
}
