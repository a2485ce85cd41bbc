import { sheetNow } from '../ledger/evidence';
import { nextBooking } from '../ledger/after-work';
import {
  type OrderState,
  afterHeightsOf,
  baselineOf,
  isClosed,
  isJob,
  latestPlan,
  linesMissing,
  openHolds,
  planAnswer,
  promisedFor,
} from '../ledger/order-state';
import { type Asking, proceduresAsked } from '../planner/procedures-for';
import { type AskedOf, askedOfSteps } from '../practice/alone';
import { skillsOfSteps } from '../practice/skills';
import type { Phase, Procedure, Step } from '../procedure/types';
import type { PhaseNeed, PromiseCost } from './types';

/** What an open order still needs of the week, by the book; days and hours are laid on later. */
export interface PhaseNeedOfOrder {
  id: 'look' | 'bay' | 'rack' | 'road' | 'visit';
  name: string;
  book: number;
  needs: PhaseNeed;
  helperMinutes: number;
  /** What whoever does it must be signed off for, to do it alone. */
  asks: AskedOf[];
  nextDay: boolean;
  /** What must happen first, in words; the day where somebody named one. */
  waits: {
    what: 'part' | 'answer';
    words: string;
    until: string | null;
    /** The instant from which it is waited for; null where nothing was asked for yet. */
    since: string | null;
  } | null;
}
export interface RemainingWork {
  procedures: string;
  rusty: boolean;
  /** Work on the car has begun: it stands where it stands. */
  begun: boolean;
  promisedFor: string | null;
  /** The day the customer would like it by, and what a broken promise costs them. */
  wishedFor?: string | null;
  cost?: PromiseCost;
  booked: string | null;
  phases: PhaseNeedOfOrder[];
}

/** Minutes by the book where no procedure says any. */
const LOOK_MINUTES = 50;
const RACK_MINUTES = 60;
const ROAD_MINUTES = 45;
const UNKNOWN_WORK_MINUTES = 240;

const IN_BAY: readonly Phase[] = ['teardown', 'fit', 'reassemble', 'on-wheels'];

export function isRusty(state: OrderState): boolean {
  return state.findings.some(
    ({ data }) => data.area === 'rust' && (data.grade === 'soon' || data.grade === 'now'),
  );
}

const minutesOf = (steps: readonly Step[]) => steps.reduce((sum, step) => sum + step.minutes, 0);

function waitsOf(state: OrderState): PhaseNeedOfOrder['waits'] {
  const plan = latestPlan(state);
  if (!plan) return null;
  const answer = planAnswer(state);
  if (!answer) return { what: 'answer', words: 'the customer’s answer', until: null, since: plan.at };
  const ordered = linesMissing(state).flatMap(
    ({ lineId }) => state.parts.supplies.findLast(({ data }) => data.lineId === lineId) ?? [],
  );
  const last =
    ordered
      .flatMap(({ data }) => data.promisedOn ?? [])
      .sort()
      .at(-1) ?? null;
  if (!openHolds(state).length && !last) return null;
  return {
    what: 'part',
    words: last ? 'parts on their way' : 'parts nobody has promised',
    until: last,
    since: ordered.at(-1)?.at ?? null,
  };
}

/** A procedure as the week knows it: what asks for it, and what it will ask. */
type Known = Asking & Pick<Procedure, 'steps' | 'fasteners'>;

/** Before the work has begun: the procedures that the plan asks for, each with its steps in the bay. */
function inBayBefore(state: OrderState, library: readonly Known[]): { procedure: Known; steps: Step[] }[] {
  const named = proceduresOf(state, library).split(' ');
  return library.flatMap((procedure) =>
    named.includes(procedure.id)
      ? [{ procedure, steps: procedure.steps.filter(({ phase }) => IN_BAY.includes(phase)) }]
      : [],
  );
}

const askedBefore = (before: ReturnType<typeof inBayBefore>): AskedOf[] =>
  before.flatMap(({ procedure, steps }) => {
    const kinds = skillsOfSteps(procedure, steps);
    return kinds.length ? [{ kinds, job: procedure.id }] : [];
  });

const mostHelp = (steps: readonly Step[]) =>
  steps.reduce((most, step) => Math.max(most, step.helper ?? 0), 0);

/** Minutes for which two roll a car that can only be pushed to a place. */
const PUSH_MINUTES = 10;

/** A car that can only be pushed: until its own work is done, somebody helps to roll it to each place it does not stand on. */
export const withPushing = (
  phases: readonly PhaseNeedOfOrder[],
  standsAlready: boolean,
): PhaseNeedOfOrder[] => {
  const work = phases.findIndex(({ id }) => id === 'bay');
  return phases.map((phase, index) =>
    phase.needs === null || index > work || (standsAlready && index === 0)
      ? phase
      : { ...phase, helperMinutes: Math.max(PUSH_MINUTES, phase.helperMinutes) },
  );
};

/** The procedures of the run, or before it has begun, those the plan asks for. */
export const proceduresOf = (state: OrderState, library: readonly Asking[]) =>
  state.document?.sources.map((source) => source.id).join(' ') ??
  proceduresAsked(library, latestPlan(state)?.data.parts ?? []);

/** The way of a car through the shop of which nothing is known yet but the minutes of its work. */
export function newOrderPhases(minutes: number): PhaseNeedOfOrder[] {
  const phase = (own: Pick<PhaseNeedOfOrder, 'id' | 'name' | 'book'> & Partial<PhaseNeedOfOrder>) => ({
    needs: 'bay' as const,
    helperMinutes: 0,
    asks: [],
    nextDay: false,
    waits: null,
    ...own,
  });
  return [
    phase({ id: 'look', name: 'Look over and heights', book: LOOK_MINUTES }),
    phase({ id: 'bay', name: 'The work', book: minutes, needs: 'lift' }),
    phase({ id: 'rack', name: 'Alignment', book: RACK_MINUTES, needs: 'rack', nextDay: true }),
    phase({ id: 'road', name: 'Road and hand over', book: ROAD_MINUTES, needs: null }),
  ];
}

/**
 * What is left to do on an order, in the order of work; nothing when it is closed.
 * @param library the procedures that ship: before the work has begun, those the plan asks for say whose hours count
 */
export function remainingWork(state: OrderState, library: readonly Known[]): RemainingWork {
  const { document, run } = state;
  const phases: PhaseNeedOfOrder[] = [];
  const left = document?.steps.filter((step) => !run!.done.has(step.id) && !run!.skipped.has(step.id)) ?? [];
  const bay = left.filter((step) => IN_BAY.includes(step.phase));
  const job = isJob(state);
  const add = (phase: Partial<PhaseNeedOfOrder> & Pick<PhaseNeedOfOrder, 'id' | 'name' | 'book'>) =>
    phases.push({ needs: 'bay', helperMinutes: 0, asks: [], nextDay: false, waits: null, ...phase });
  const closed = isClosed(state);
  if (!closed && job && !baselineOf(state))
    add({ id: 'look', name: 'Look over and heights', book: LOOK_MINUTES });
  if (!closed && job && (!run || bay.length)) {
    const before = document ? [] : inBayBefore(state, library);
    add({
      id: 'bay',
      name: run ? 'Rest of the work' : 'The work',
      book: run ? minutesOf(bay) : latestPlan(state)?.data.minutes || UNKNOWN_WORK_MINUTES,
      needs: 'lift',
      helperMinutes: document ? mostHelp(bay) : mostHelp(before.flatMap(({ steps }) => steps)),
      asks: document ? askedOfSteps(document, bay) : askedBefore(before),
      waits: run ? null : waitsOf(state),
    });
  }
  const wantsRack = job ? sheetNow(state) === null : state.intake?.data.orderKind === 'alignment';
  if (!closed && wantsRack && (job || !state.alignments.length)) {
    add({
      id: 'rack',
      name: 'Alignment',
      book: RACK_MINUTES,
      needs: 'rack',
      asks: [{ kinds: ['rack'], job: null }],
      // A car just put on its wheels settles overnight before it is measured to the minute.
      nextDay: job && !afterHeightsOf(state),
    });
  }
  if (!closed && job && !state.roadIn)
    add({ id: 'road', name: 'Road and hand over', book: ROAD_MINUTES, needs: null });
  else if (!closed && job) add({ id: 'road', name: 'Hand over', book: 20, needs: null });
  if (!closed && !job && state.intake?.data.orderKind !== 'alignment')
    add({ id: 'visit', name: 'Come-back', book: Math.max(20, minutesOf(left) || 40) });
  const booking = nextBooking(state);
  return {
    procedures: proceduresOf(state, library),
    rusty: isRusty(state),
    begun: run !== null && run.done.size > 0,
    promisedFor: promisedFor(state),
    ...(state.promise && { wishedFor: state.promise.data.wishedFor, cost: state.promise.data.cost }),
    booked: booking?.data.startsAt ?? null,
    phases,
  };
}
