import type { ExpectedPart } from './kinds/planned';
import type { judgeAlignment } from '../calc/alignment.verdict';
import type { PerCorner } from '../corners';
import { RULES_EDITION, type RunDocument, type RunState } from '../procedure/run-state';
import type { Entry, EntryOf } from './entries';
import type { CarUse } from './kinds/handed-over';

/** Many hands on one car: who holds lowering and driving, what came late, what somebody has to look at. */
export interface DeviceConflicts {
  holder: EntryOf<'lowering'> | null;
  /** The last time the lead took lowering back from a tablet, and from which. */
  takenBack: EntryOf<'lowering'> | null;
  tasks: { entry: EntryOf<'task'>; done: EntryOf<'task.done'> | null }[];
  /** The newest moment, by its own device's clock, at which each thing was touched, and by which device. */
  touched: Map<string, { at: string; deviceId: string }>;
}

export const noDeviceConflicts = (): DeviceConflicts => ({
  holder: null,
  takenBack: null,
  tasks: [],
  touched: new Map(),
});

/** What happened to an order from its first time on the wheels on. */
export interface AfterWork {
  /** The last word on each alignment booked. */
  bookings: Map<string, EntryOf<'booking'>>;
  backs: EntryOf<'back'>[];
  /** Heights off their plan that the lead accepted, by their set. */
  accepted: Map<string, EntryOf<'heights.accepted'>>;
  /** Road tests that sent the car back. */
  roadTests: { out: EntryOf<'road.out'> | null; in: EntryOf<'road.in'> }[];
  drove: EntryOf<'customer.drove'> | null;
  /** The marks over each bound picture, by its entry. */
  marks: Map<string, EntryOf<'photo.marks'>>;
  links: EntryOf<'link'>[];
  wishes: { entry: EntryOf<'date.wish'>; answer: EntryOf<'date.answer'> | null }[];
  watchAnswers: EntryOf<'watch.answer'>[];
  stage: EntryOf<'stage'> | null;
  use: CarUse;
  checkIn: EntryOf<'check-in'> | null;
}

export const noAfterWork = (): AfterWork => ({
  bookings: new Map(),
  backs: [],
  accepted: new Map(),
  roadTests: [],
  drove: null,
  marks: new Map(),
  links: [],
  wishes: [],
  watchAnswers: [],
  stage: null,
  use: 'road',
  checkIn: null,
});

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
  /** Approved, and taken back with the customer's yes. */
  back?: EntryOf<'offer.back'>;
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
  cancelled: EntryOf<'cancel'> | null;
  /** The last entry after which a plan made before is one for other heights or another car. */
  replanSeq: number;
  /** The promise as it was given last after the car was taken in. */
  promise: EntryOf<'promise'> | null;
  place: string | null;
  /** The wheel set it stands on, where one of the car’s is named. */
  wheels: EntryOf<'wheels'> | null;
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
  /** Figures of steps as they were read, tries of a setting, old parts laid beside new, heights in photographs. */
  figures: EntryOf<'figure'>[];
  sheetFigures: EntryOf<'sheet.figure'>[];
  tries: EntryOf<'try'>[];
  compared: EntryOf<'compared'>[];
  photoHeights: EntryOf<'photo.height'>[];
  /** What was found behind heights that were off. */
  causesFound: EntryOf<'cause.found'>[];
  /** What made room to get struts and coils back in. */
  roomMade: EntryOf<'room.made'>[];
  /** What was read at hanging wheels and at lock. */
  droopReads: EntryOf<'droop.read'>[];
  /** Since which entry the figures of a step that opened again are asked anew. */
  figuresSince: Map<string, number>;
  /** The last entry at which an end was off its wheels. */
  offWheelsSeq: Record<'front' | 'rear', number | null>;
  lessons: EntryOf<'lesson'>[];
  leftOff: EntryOf<'left.off'>[];
  /** What was opened beside the steps. */
  alsoOpened: EntryOf<'also.opened'>[];
  /** A stance on trial: what was put on for it, how it stood, and what the owner said. */
  trials: {
    begun: EntryOf<'trial.begin'>[];
    heights: EntryOf<'trial.height'>[];
    answers: EntryOf<'trial.answer'>[];
  };
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
  conflicts: DeviceConflicts;
  /** Moves that stand in the record and should have been refused: a correction brought them to light. */
  alarms: { entryId: string; message: string }[];
}

export function emptyOrder(document: RunDocument | null): OrderState {
  return {
    intake: null,
    cancelled: null,
    replanSeq: 0,
    place: null,
    wheels: null,
    promise: null,
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
    figures: [],
    sheetFigures: [],
    tries: [],
    compared: [],
    photoHeights: [],
    droopReads: [],
    causesFound: [],
    roomMade: [],
    figuresSince: new Map(),
    offWheelsSeq: { front: null, rear: null },
    lessons: [],
    leftOff: [],
    alsoOpened: [],
    trials: { begun: [], heights: [], answers: [] },
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
    conflicts: noDeviceConflicts(),
    alarms: [],
  };
}

export const latestPlan = (state: OrderState) => state.plans[state.plans.length - 1] ?? null;

/** The targets or the car were put right since the plan was made: it is made anew before anybody says yes to it. */
export const planIsStale = (state: OrderState): boolean =>
  !state.run && (latestPlan(state)?.seq ?? Infinity) < state.replanSeq;

/** The moment it is promised for now; null when nothing is. */
export const promisedFor = (state: OrderState): string | null =>
  state.promise ? state.promise.data.promisedFor : (state.intake?.data.promisedFor ?? null);

/** The last answer the customer gave to the plan as it stands; a new version of the plan asks again. */
export function planAnswer(state: OrderState): EntryOf<'agreement'> | null {
  const plan = latestPlan(state);
  if (!plan || planIsStale(state)) return null;
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

/** The edition of the rules an order is judged by: those its work began under. */
export const judgedBy = ({ run }: OrderState) => run?.rules ?? RULES_EDITION;

/** Is the car out on its road test, and not back yet? */
export const onTheRoad = ({ roadOut, roadIn }: OrderState) =>
  roadOut !== null && (roadIn === null || roadIn.seq < roadOut.seq);

export const isClosed = (state: OrderState) =>
  state.handoffs.length > 0 || state.visitClosed !== null || state.cancelled !== null;
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

/** How many of an expected line are still to come: what came damaged or wrong is none of them. */
export function lackingOf(state: OrderState, line: ExpectedPart): number {
  const got = state.parts.checkedIn.get(line.lineId)?.data;
  return line.count - (got && got.right && got.condition === 'good' ? got.got : 0);
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
