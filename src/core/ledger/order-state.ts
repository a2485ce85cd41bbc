import { judgeAlignment } from '../calc/alignment.verdict';
import { Refusal } from '../calc/calculator';
import type { PerCorner } from '../calc/fields';
import {
  RULES_EDITION,
  type RunDocument,
  type RunState,
  applySecondCheck,
  applyStep,
  applyTorque,
  applyValue,
  beginRun,
  forbidsDrive,
  judgeStep,
  stepOf,
} from '../procedure/engine';
import { bothOnWheels } from '../procedure/car';
import { applyLeftOff } from '../procedure/left-off';
import { applySupport, judgeSupport } from '../procedure/support';
import { heightsOf } from '../stance/readings';
import { foldApart, stillCounts } from './apart';
import { type AfterWork, afterWorkFolders, lastBack, noAfterWork } from './after-work';
import {
  type Hands,
  carBefore,
  handsFolders,
  keepLessSafe,
  lateThings,
  noHands,
  rememberTouch,
} from './hands';
import { type Entry, type EntryKind, type EntryOf, currentEntries } from './entries';

export interface HeightSet {
  entry: EntryOf<'heights'>;
  mm: PerCorner<number>;
}
export interface AlignmentSheet {
  entry: EntryOf<'alignment'>;
  before: ReturnType<typeof judgeAlignment>;
  after: ReturnType<typeof judgeAlignment>;
  /** Every angle with a limit is within it, and there is one at least. */
  passes: boolean;
  accepted: EntryOf<'alignment.accepted'> | null;
}
export interface ClockSpan {
  clockId: string;
  personId: string;
  stepId: string | null;
  helper: boolean;
  backTo: { orderId: string; stepId: string | null } | null;
  from: string;
  to: string | null;
  reason: string | null;
}

/** An offer as it stands: its last version, and the answer to that version alone. */
export interface Offer {
  entry: EntryOf<'offer'>;
  answer: EntryOf<'offer.answer'> | null;
}
export interface Quote {
  entry: EntryOf<'quote'>;
  answer: EntryOf<'quote.answer'> | null;
}
export interface PartsBook {
  list: EntryOf<'parts.list'> | null;
  /** The last check-in of each line. */
  checkedIn: Map<string, EntryOf<'parts.in'>>;
  holds: { entry: EntryOf<'hold'>; end: EntryOf<'hold.end'> | null }[];
  supplies: EntryOf<'supply'>[];
}

/** A work order as its entries tell it now. */
export interface OrderState {
  intake: EntryOf<'intake'> | null;
  place: string | null;
  agreements: EntryOf<'agreement'>[];
  heights: HeightSet[];
  plans: EntryOf<'plan'>[];
  measures: EntryOf<'measure'>[];
  findings: EntryOf<'finding'>[];
  offers: Offer[];
  quotes: Quote[];
  parts: PartsBook;
  runStart: EntryOf<'run.start'> | null;
  document: RunDocument | null;
  run: RunState | null;
  torques: EntryOf<'torque'>[];
  checks: EntryOf<'torque.checked'>[];
  values: EntryOf<'value'>[];
  overrides: EntryOf<'override'>[];
  clocks: ClockSpan[];
  stuck: { entry: EntryOf<'stuck'>; end: EntryOf<'stuck.end'> | null }[];
  damages: EntryOf<'damage'>[];
  watches: EntryOf<'watch'>[];
  settings: EntryOf<'setting'>[];
  cuts: EntryOf<'cut'>[];
  lessons: EntryOf<'lesson'>[];
  leftOff: EntryOf<'left.off'>[];
  photos: EntryOf<'photo'>[];
  alignments: AlignmentSheet[];
  odometers: { at: string; entry: Entry }[];
  roadOut: EntryOf<'road.out'> | null;
  roadIn: EntryOf<'road.in'> | null;
  followUpsOpened: EntryOf<'followup.open'>[];
  followUpsClosed: EntryOf<'followup.close'>[];
  handoffs: EntryOf<'handoff'>[];
  visitClosed: EntryOf<'visit.closed'> | null;
  after: AfterWork;
  /** The number of the last entry that took the work apart: evidence of before it is of another car. */
  apartSeq: number | null;
  /** Has an end been off its wheels since the work began? */
  wasRaised: boolean;
  hands: Hands;
  /** Moves that stand in the record and should have been refused: a correction brought them to light. */
  alarms: { entryId: string; message: string }[];
}

function emptyOrder(document: RunDocument | null): OrderState {
  return {
    intake: null,
    place: null,
    agreements: [],
    heights: [],
    plans: [],
    measures: [],
    findings: [],
    offers: [],
    quotes: [],
    parts: { list: null, checkedIn: new Map(), holds: [], supplies: [] },
    runStart: null,
    document,
    run: null,
    torques: [],
    checks: [],
    values: [],
    overrides: [],
    clocks: [],
    stuck: [],
    damages: [],
    watches: [],
    settings: [],
    cuts: [],
    lessons: [],
    leftOff: [],
    photos: [],
    alignments: [],
    odometers: [],
    roadOut: null,
    roadIn: null,
    followUpsOpened: [],
    followUpsClosed: [],
    handoffs: [],
    visitClosed: null,
    after: noAfterWork(),
    apartSeq: null,
    wasRaised: false,
    hands: noHands(),
    alarms: [],
  };
}

type Folder<K extends EntryKind> = (state: OrderState, entry: EntryOf<K>) => void;

const HARMFUL = new Set(['ground', 'drive', 'loose', 'untorqued', 'support']);

function foldStep(state: OrderState, entry: EntryOf<'step.done'>): void {
  const { document, run } = state;
  if (!document || !run) return;
  const step = stepOf(document, entry.data.stepId);
  if (step && (step.sets === 'on-wheels' || step.drive) && !run.done.has(step.id)) {
    for (const refused of judgeStep(document, run, step.id, run.rules)) {
      if (HARMFUL.has(refused.code))
        state.alarms.push({ entryId: entry.id, message: `${step.do}: ${refused.message}` });
    }
  }
  const late = lateThings(state, entry);
  const before = late.size ? carBefore(run) : null;
  applyStep(document, run, entry.data.stepId, { entryId: entry.id, at: entry.at, personId: entry.personId });
  if (step && before) keepLessSafe(run, before, step, late);
}

function foldValue(state: OrderState, entry: EntryOf<'value'>): void {
  state.values.push(entry);
  const { fastenerId, kind, nm, angleDeg, source } = entry.data;
  if (!state.run) return;
  applyValue(state.run, fastenerId, {
    kind,
    spec: nm === null ? null : { nm, source, ...(angleDeg === null ? {} : { angleDeg }) },
  });
}

/** An end brought to another support outside the listed steps: judged again, as a lowering step is. */
function foldSupport(state: OrderState, entry: EntryOf<'support'>): void {
  const { document, run } = state;
  if (!document || !run) return;
  for (const end of ['front', 'rear'] as const) {
    const to = entry.data.support[end];
    if (to === run.car.support[end] || to !== 'on-wheels') continue;
    for (const refused of judgeSupport(document, run, [end], to, run.rules))
      state.alarms.push({ entryId: entry.id, message: refused.message });
  }
  applySupport(run, entry.data.support);
}

/** What each kind of entry does to the order. A kind with no line here changes nothing in it. */
const folders: { [K in EntryKind]?: Folder<K> } = {
  intake: (state, entry) => {
    state.intake = entry;
    state.odometers.push({ at: entry.at, entry });
  },
  agreement: (state, entry) => state.agreements.push(entry),
  place: (state, entry) => {
    state.place = entry.data.place;
  },
  heights: (state, entry) => state.heights.push({ entry, mm: heightsOf(entry.data) }),
  plan: (state, entry) => state.plans.push(entry),
  measure: (state, entry) => state.measures.push(entry),
  finding: (state, entry) => state.findings.push(entry),
  offer: (state, entry) => {
    const known = state.offers.findIndex((offer) => offer.entry.data.offerId === entry.data.offerId);
    // Another text, price or photo voids the answer.
    if (known >= 0) state.offers[known] = { entry, answer: null };
    else state.offers.push({ entry, answer: null });
  },
  'offer.answer': (state, entry) => {
    const offer = state.offers.find((one) => one.entry.data.offerId === entry.data.offerId);
    if (offer?.entry.data.version === entry.data.version) offer.answer = entry;
  },
  quote: (state, entry) => state.quotes.push({ entry, answer: null }),
  'quote.answer': (state, entry) => {
    const quote = state.quotes.find((one) => one.entry.data.version === entry.data.version);
    if (quote) quote.answer = entry;
  },
  'parts.list': (state, entry) => {
    state.parts.list = entry;
  },
  'parts.in': (state, entry) => {
    state.parts.checkedIn.set(entry.data.lineId, entry);
  },
  hold: (state, entry) => state.parts.holds.push({ entry, end: null }),
  'hold.end': (state, entry) => {
    const hold = state.parts.holds.find((one) => one.entry.data.holdId === entry.data.holdId);
    if (hold) hold.end = entry;
  },
  supply: (state, entry) => state.parts.supplies.push(entry),
  'run.start': (state, entry) => {
    state.runStart = entry;
    if (state.document) state.run = beginRun(state.document, entry.data.rules ?? 1);
  },
  'step.done': foldStep,
  support: foldSupport,
  stuck: (state, entry) => state.stuck.push({ entry, end: null }),
  'stuck.end': (state, entry) => {
    const stuck = state.stuck.find((one) => one.entry.data.stuckId === entry.data.stuckId);
    if (stuck) stuck.end = entry;
  },
  damage: (state, entry) => state.damages.push(entry),
  watch: (state, entry) => state.watches.push(entry),
  setting: (state, entry) => state.settings.push(entry),
  cut: (state, entry) => state.cuts.push(entry),
  lesson: (state, entry) => state.lessons.push(entry),
  'left.off': (state, entry) => {
    state.leftOff.push(entry);
    if (state.document && state.run) applyLeftOff(state.document, state.run, entry.data.itemId);
  },
  value: foldValue,
  torque: (state, entry) => {
    state.torques.push(entry);
    // A torque that comes in after another tablet loosened the same fastener leaves it loose.
    if (state.document && state.run && !lateThings(state, entry).size)
      applyTorque(state.document, state.run, entry.data.fastenerId, entry.data);
  },
  'torque.checked': (state, entry) => {
    state.checks.push(entry);
    if (state.run) applySecondCheck(state.run, entry.data.fastenerId);
  },
  approval: (state, entry) => {
    state.run?.approved.add(entry.data.stepId);
  },
  override: (state, entry) => {
    state.overrides.push(entry);
    if (entry.data.rule === 'after') state.run?.lifted.add(entry.data.ref);
    if (entry.data.rule === 'second-check') {
      const fastener = state.run?.fasteners.get(entry.data.ref);
      if (fastener) fastener.owesCheck = false;
    }
  },
  'clock.on': (state, entry) =>
    state.clocks.push({
      clockId: entry.data.clockId,
      personId: entry.data.personId,
      stepId: entry.data.stepId,
      helper: entry.data.helper ?? false,
      backTo: entry.data.backTo ?? null,
      from: entry.at,
      to: null,
      reason: null,
    }),
  'clock.off': (state, entry) => {
    const span = state.clocks.find((clock) => clock.clockId === entry.data.clockId);
    if (span) {
      span.to = entry.data.endedAt ?? entry.at;
      span.reason = entry.data.reason;
    }
  },
  photo: (state, entry) => state.photos.push(entry),
  alignment: (state, entry) => {
    const { spec } = entry.data;
    const after = judgeAlignment({ spec, readings: entry.data.after });
    state.alignments.push({
      entry,
      before: judgeAlignment({ spec, readings: entry.data.before }),
      after,
      // A sheet held against nothing says nothing of the car; under the first rules it was taken for a pass.
      passes: after.pass && (after.items.length > 0 || judgedBy(state) < 2),
      accepted: null,
    });
  },
  'alignment.accepted': (state, entry) => {
    const sheet = state.alignments.find((candidate) => candidate.entry.id === entry.data.sheetId);
    if (sheet) sheet.accepted = entry;
  },
  odometer: (state, entry) => state.odometers.push({ at: entry.at, entry }),
  'road.out': (state, entry) => {
    state.roadOut = entry;
    state.odometers.push({ at: entry.at, entry });
    if (!state.document || !state.run) return;
    const index = state.document.steps.findIndex((step) => step.phase === 'road' && step.drive);
    for (const refused of forbidsDrive(state.document, state.run, index < 0 ? undefined : index)) {
      state.alarms.push({ entryId: entry.id, message: `Road test: ${refused.message}` });
    }
  },
  'road.in': (state, entry) => {
    state.roadIn = entry;
    state.odometers.push({ at: entry.at, entry });
  },
  'followup.open': (state, entry) => state.followUpsOpened.push(entry),
  'followup.close': (state, entry) => state.followUpsClosed.push(entry),
  handoff: (state, entry) => state.handoffs.push(entry),
  'visit.closed': (state, entry) => {
    state.visitClosed = entry;
  },
  elsewhere: ({ run }, { data, at }) => {
    if (!run) return;
    for (const id of data.closed) {
      run.car.open.delete(id);
      run.openedBy.delete(id);
    }
    for (const id of data.open) {
      run.car.open.add(id);
      run.openedBy.set(id, { step: null, at });
    }
    for (const id of data.tight) {
      run.car.loose.delete(id);
      run.fasteners.get(id)!.stripe = 'full';
    }
    for (const id of data.loose) {
      run.car.loose.set(id, 'loosened');
      run.fasteners.get(id)!.stripe = 'broken';
    }
  },
  ...afterWorkFolders,
  ...handsFolders,
};

/**
 * Folds a work order's entries into where it stands. A correction counts in the place of what it corrects, so the
 * whole walk is judged again with it; what should then have been refused raises an alarm.
 * @param entries all of the order's entries in the order of its chain
 * @param document the run document once a run has started
 */
export function foldOrder(entries: readonly Entry[], document: RunDocument | null): OrderState {
  const state = emptyOrder(document);
  for (const entry of currentEntries(entries)) {
    try {
      (folders[entry.kind] as Folder<typeof entry.kind> | undefined)?.(state, entry as never);
      rememberTouch(state, entry);
      foldApart(state, entry);
      state.wasRaised ||= state.run !== null && !bothOnWheels(state.run.car.support);
    } catch (error) {
      // A set that cannot be read any more is a task for a person, not a reason to show nothing.
      if (!(error instanceof Refusal)) throw error;
      state.alarms.push({ entryId: entry.id, message: error.message });
    }
  }
  return state;
}

export const latestPlan = (state: OrderState) => state.plans[state.plans.length - 1] ?? null;

/** The last answer the customer gave to the plan as it stands; a new version of the plan asks again. */
export function planAnswer(state: OrderState): EntryOf<'agreement'> | null {
  const plan = latestPlan(state);
  if (!plan) return null;
  const answers = state.agreements.filter(
    (entry) => entry.data.what === 'plan' && entry.data.planVersion === plan.data.version,
  );
  return answers[answers.length - 1] ?? null;
}

export const baselineOf = (state: OrderState): HeightSet | null =>
  state.heights.find((set) => set.entry.data.occasion === 'as came') ?? null;

/** The last set measured after the work, whatever its occasion. */
export function afterHeightsOf(state: OrderState): HeightSet | null {
  const after = state.heights.filter((set) => set.entry.data.occasion !== 'as came');
  return after[after.length - 1] ?? null;
}

/** Has it been measured since heights last sent it back to the bay, and since its work was last taken apart? */
export function measuredSinceBack(state: OrderState): boolean {
  const back = lastBack(state, 'heights');
  const set = afterHeightsOf(state);
  return set !== null && (back === null || set.entry.seq > back.seq) && stillCounts(state, set.entry);
}

/** The edition of the rules an order is judged by: those its work began under. */
export const judgedBy = ({ run }: OrderState) => run?.rules ?? RULES_EDITION;

/** Is the car out on its road test, and not back yet? */
export const onTheRoad = ({ roadOut, roadIn }: OrderState) =>
  roadOut !== null && (roadIn === null || roadIn.seq < roadOut.seq);

export const isClosed = (state: OrderState) => state.handoffs.length > 0 || state.visitClosed !== null;
export const isJob = (state: OrderState) =>
  ['job', 'next-stage'].includes(state.intake?.data.orderKind ?? '');

/** A visit that clicks what an earlier job torqued: one pass, and each may be found moved. */
export const isRecheck = (state: OrderState) => state.intake?.data.orderKind === 're-torque';

/** Is a line of the parts list whole: all of it here, the right side, undamaged? */
export function lineIsIn(state: OrderState, lineId: string): boolean {
  const line = state.parts.list?.data.lines.find((one) => one.lineId === lineId);
  const got = state.parts.checkedIn.get(lineId)?.data;
  return Boolean(line && got && got.right && got.condition === 'good' && got.got >= line.count);
}

export const linesMissing = (state: OrderState) =>
  (state.parts.list?.data.lines ?? []).filter((line) => !lineIsIn(state, line.lineId));

export const openHolds = (state: OrderState) => state.parts.holds.filter((hold) => hold.end === null);

/** Offers the customer has not answered yet. */
export const offersOpen = (state: OrderState) => state.offers.filter((offer) => offer.answer === null);

/** The kits an order's plan fits. */
export const kitsOf = (state: OrderState): string[] => [
  ...new Set((latestPlan(state)?.data.parts ?? []).flatMap((part) => (part.kit ? [part.kit] : []))),
];
