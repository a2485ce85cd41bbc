import 'server-only';
import { expectLabor } from '@/core/labor/expect';
import { type WorkCalendar, morningOf, toAxis } from '@/core/schedule/calendar';
import { COMES_LATE } from '@/core/schedule/prepare';
import { type PhaseNeedOfOrder, type RemainingWork, withPushing } from '@/core/schedule/remaining-work';
import type { WeekJob, WeekPhase } from '@/core/schedule/types';
import type { WaitPast } from '@/core/schedule/waits';
import type { AskedOf } from '@/core/practice/alone';
import type { Db } from '../database';
import { finishedWork } from '../queries/planning';
import { stageBefore } from '../queries/watch';
import { dayText } from '../day-column';
import type { Row } from '../tables';
import { countedWait } from './waits';
import type { WeekJobFacts } from './week-file';

/** What a phase asks, as the planner names it: nothing to it but a word that somebody has or has not. */
export const skillOf = (asks: readonly AskedOf[] = []): string | null =>
  asks.length
    ? asks.map(({ kinds, job }) => [...kinds, ...(job ? [`of ${job}`] : [])].join(' ')).join(', ')
    : null;

/** A phase an order needs, as the planner takes it. */
export const phaseOf = (need: PhaseNeedOfOrder, more: Partial<WeekPhase>): WeekPhase => ({
  id: need.id,
  name: need.name,
  minutes: need.book,
  needs: need.needs,
  tech: true,
  skill: skillOf(need.asks),
  helperMinutes: need.helperMinutes,
  notBefore: 0,
  waitsFor: null,
  nextDay: need.nextDay,
  placeId: null,
  techId: null,
  ...more,
});

export interface OrderRow {
  order_id: string;
  need: RemainingWork;
  number: number;
  kind: string;
  comes_back_from: string | null;
  place: string | null;
  label: string;
  platform: string;
  name: string;
  phone: string | null;
  worker: string | null;
}

/** What somebody said of a job of the week: until when it waits, and how sure that is. */
type SaidWait = Pick<Row<'week_wait', 'until_day' | 'words' | 'sure'>, 'until_day' | 'words' | 'sure'>;

/** What the whole week is counted with. */
export interface OfWeek {
  calendar: WorkCalendar;
  today: string;
  /** The minute it is. */
  now: number;
  past: readonly WaitPast[];
}

/** The day of a wait said by hand, and of what the record waits for; without a day in the record the hand's alone counts. */
function waitOf(phase: PhaseNeedOfOrder, said: SaidWait | undefined, week: OfWeek): Partial<WeekPhase> {
  if (!said) return phase.waits ? countedWait(phase.waits, week.past, week) : {};
  const until = phase.waits?.until ? morningOf(week.calendar, phase.waits.until) : 0;
  return {
    notBefore: Math.max(until, morningOf(week.calendar, dayText(said.until_day))),
    waitsFor: said.words,
    comesLate: COMES_LATE[said.sure],
  };
}

/** A car that the stage before left so that it can only be pushed. */
const isPushOnly = async (tx: Db, { kind, comes_back_from: from }: OrderRow) =>
  kind === 'next-stage' && ((await stageBefore(tx, from))?.pushOnly ?? false);

/** One open order as a job of the week: its hours from the past, its waits as days. */
export async function jobOf(
  tx: Db,
  order: OrderRow,
  week: OfWeek,
  said: SaidWait | undefined,
): Promise<{ job: WeekJob; facts: WeekJobFacts }> {
  const { need } = order;
  const { calendar, now } = week;
  const past = await finishedWork(tx, { procedures: need.procedures, platform: order.platform });
  const known = past.some((one) => one.procedures === need.procedures && one.platform === order.platform);
  const labor = expectLabor(past, {
    procedures: need.procedures,
    platform: order.platform,
    book: 100,
    rusty: need.rusty,
    firstTime: !known,
  });
  const [next] = need.phases;
  const standsOn = need.begun && next && next.needs !== 'rack' ? order.place : null;
  const pushOnly = await isPushOnly(tx, order);
  const needs = pushOnly ? withPushing(need.phases, standsOn !== null) : need.phases;
  const phases = needs.map((phase, index) => {
    const waited = phase.id === 'bay' || needs.length === 1 ? said : undefined;
    const { notBefore = 0, waitsFor = null, comesLate } = waitOf(phase, waited, week);
    const waits = { notBefore: Math.max(notBefore, index === 0 ? now : 0), waitsFor, comesLate };
    const stands = index === 0 ? standsOn : null;
    const booked = phase.id === 'rack' && need.booked ? toAxis(calendar, need.booked) : 0;
    if (booked > waits.notBefore)
      Object.assign(waits, { notBefore: booked, waitsFor: 'the rack, as booked', comesLate: undefined });
    return phaseOf(phase, {
      minutes: phase.book * labor.ratio,
      ...waits,
      placeId: stands,
      // Opened up it cannot be rolled away: nothing else gets onto its place.
      blocks: stands !== null,
      techId: need.begun && index === 0 ? order.worker : null,
    });
  });
  return {
    job: { id: order.order_id, label: order.label, promise: null, sdLog: labor.sdLog, phases },
    facts: {
      orderId: order.order_id,
      number: order.number,
      car: order.label,
      customer: order.name,
      phone: order.phone || null,
      promisedFor: need.promisedFor,
      wishedFor: need.wishedFor ?? null,
      kind: order.kind === 'job' || order.kind === 'next-stage' ? 'job' : 'visit',
      pushOnly,
      hours: labor.jobs ? `${labor.jobs} jobs: ${labor.from}` : 'the book, no past jobs yet',
    },
  };
}
