import { missingShots } from '@/core/ledger/closing';
import { nextThing } from '@/core/ledger/next-thing';
import type { Entry } from '@/core/ledger/entries';
import { type Alone, NOBODY_ASKS } from '@/core/practice/alone';
import { openTasks } from '@/core/ledger/device-conflicts';
import type { HeightOccasion } from '@/core/ledger/kinds/arrival';
import { type OrderState, baselineOf, isJob, isRecheck } from '@/core/ledger/order-state';
import { foldOrder } from '@/contracts/fold';
import { jobTimes } from '@/core/ledger/step-times';
import { describeTrials } from '@/core/ledger/trial';
import { tapeOf } from '@/core/ledger/tape';
import { tiresNow } from '@/core/ledger/wheel-set';
import type { RunDocument } from '@/core/procedure/engine';
import type { RungMinutes } from '@/core/procedure/refits';
import { stanceOfOrder } from '@/core/stance/of-order';
import type { BodyKind } from '@/core/stance/shapes';
import { shopClock, shopDay, spanText } from '@/core/units/shop-time';
import type { TrayReading, WrenchLink } from '@/server/devices/torque-wrench';
import type { ElsewhereOnTheCar } from '@/server/other-orders';
import type { Wrench } from '@/server/queries/orders';
import type { PinPerson } from '@/ui/pin-fields';
import { orderHref } from '../orders/order-href';
import { describeLastTorque, stepPhotos, describeTarget } from './bay-facts';
import type { BayProps, RunSource } from './bay-props';

/** Everything the bay needs of one car to go on without network: its record, and what the shop has. */
export interface BayBundle {
  orderId: string;
  number: number;
  label: string;
  body: BodyKind;
  wheelbaseMm: number;
  entries: readonly Entry[];
  document: RunDocument;
  viewer: BayProps['viewer'] & { lengthUnit: 'in' | 'mm' };
  deviceId: string;
  people: PinPerson[];
  leads: PinPerson[];
  names: Record<string, string>;
  places: { id: string; name: string }[];
  wrenches: Wrench[];
  link: WrenchLink | null;
  tray: TrayReading[];
  /** The stand-in wrench was chosen in this shop; absent in what an earlier release kept. */
  standInWrench?: boolean;
  /** The stand-in height gauges were chosen in this shop; absent in what an earlier release kept. */
  gauges?: boolean;
  sources: RunSource[];
  timeZone: string;
  coilStepTurns: number;
  /** What each way of making room for a strut took here; absent where nothing of it comes back in. */
  rungMinutes?: RungMinutes;
  /** All other open orders of this car, and what they have in hand; absent in what an earlier release kept. */
  elsewhere?: ElsewhereOnTheCar[];
  /** Who may do what alone; absent in what an earlier release kept. */
  alone?: Alone;
  /** The server's clock when this was read. */
  readAt: string;
}

/** A bundle for a device that has its first part already: the entries after those, the run's document only if another. */
export interface BayNews extends Omit<BayBundle, 'document'> {
  /** How many entries were left out, because the device has them. */
  from: number;
  document: RunDocument | null;
}

/** What a device says it has: how many entries, and the id of the last. */
export interface KnownBay {
  count: number;
  lastId: string;
}

export function knownOf({ entries }: Pick<BayBundle, 'entries'>): KnownBay | null {
  const last = entries.at(-1);
  return last ? { count: entries.length, lastId: last.id } : null;
}

/** What gives an order another run; a correction may be of one of these. */
const RUN_KINDS: ReadonlySet<Entry['kind']> = new Set(['run.start', 'run.change']);

/** Leaves out what a device has; everything is sent where its last entry is not the one that stands there now. */
export function newsFor(bundle: BayBundle, known: KnownBay | null): BayNews {
  const { entries, document } = bundle;
  if (!known || entries[known.count - 1]?.id !== known.lastId) return { ...bundle, from: 0 };
  const later = entries.slice(known.count);
  const runChanged = later.some(({ kind, corrects }) => RUN_KINDS.has(kind) || corrects !== null);
  return { ...bundle, from: known.count, entries: later, document: runChanged ? document : null };
}

/** A device's bundle with its news; null when they do not begin where it ends, and all has to be asked for. */
export function withNews(kept: BayBundle | null, { from, document, ...news }: BayNews): BayBundle | null {
  if (from === 0) return document && { ...news, document };
  if (!kept || kept.entries.length !== from) return null;
  return {
    ...news,
    entries: [...kept.entries, ...news.entries],
    document: document ?? kept.document,
  };
}

/** A bundle with entries this device has just recorded; null when they do not go on where it ends, or bring another run. */
export function withEntries(bundle: BayBundle, entries: readonly Entry[]): BayBundle | null {
  const last = bundle.entries.at(-1)!.seq;
  const goOn = entries.every(
    ({ chain, seq, kind, corrects }, index) =>
      chain === bundle.orderId && seq === last + 1 + index && !RUN_KINDS.has(kind) && corrects === null,
  );
  return goOn ? { ...bundle, entries: [...bundle.entries, ...entries] } : null;
}

export const stateOf = (
  bundle: Pick<BayBundle, 'entries' | 'document'>,
  more: readonly Entry[] = [],
): OrderState => foldOrder([...bundle.entries, ...more], bundle.document);

function clockWordsOf(bundle: BayBundle, state: OrderState, nowIso: string): string {
  const running = state.clocks.filter((span) => span.to === null);
  if (!running.length) return 'Nobody is on the clock';
  return running
    .map(
      (span) =>
        `${bundle.names[span.personId]} on it since ${shopClock(span.from, bundle.timeZone)}, ${spanText(Date.parse(nowIso) - Date.parse(span.from))}`,
    )
    .join('; ');
}

/** What the bay view shows, from the record as it was last read and what waits on this device. */
export function bayPropsOf(bundle: BayBundle, state: OrderState, nowIso: string): BayProps {
  const { timeZone, names } = bundle;
  const running = state.clocks.filter((span) => span.to === null);
  const times = jobTimes(state, nowIso);
  const { holder } = state.conflicts;
  return {
    orderId: bundle.orderId,
    label: bundle.label,
    placeName: bundle.places.find((place) => place.id === state.place)?.name.toLowerCase() ?? 'yard',
    // With what entries brought into the run since it was read.
    document: state.document!,
    run: state.run!,
    marks: tapeOf(state),
    viewer: bundle.viewer,
    people: bundle.people,
    leads: bundle.leads,
    wrenches: bundle.wrenches,
    link: bundle.link,
    tray: bundle.tray,
    standInWrench: bundle.standInWrench ?? false,
    today: shopDay(nowIso, timeZone),
    clockRunning: running.some((span) => span.personId === bundle.viewer.id),
    clockWords: clockWordsOf(bundle, state, nowIso),
    onClock: Object.fromEntries(running.map((span) => [span.personId, { helper: span.helper }])),
    over: times.over,
    stuck: times.stuck
      .filter((one) => one.open)
      .map(({ stuckId, fastenerId, minutes }) => ({ stuckId, fastenerId, minutes })),
    recheck: isRecheck(state),
    lastTorques: describeLastTorque(state, names, timeZone),
    shotsMissing: missingShots(state),
    stepPhotos: stepPhotos(state),
    cuts: state.cuts,
    alsoOpened: state.alsoOpened.flatMap(({ data: { things } }) => [...things.opens, ...things.loosens]),
    coilStepTurns: bundle.coilStepTurns,
    rungMinutes: bundle.rungMinutes ?? {},
    settings: state.settings.map((entry) => entry.data),
    trials: describeTrials(state),
    targets: describeTarget(state, bundle.viewer.lengthUnit),
    sources: bundle.sources,
    elsewhere: (bundle.elsewhere ?? []).filter((one) => one.inHand.length > 0 || one.onTheRoad),
    alone: bundle.alone ?? NOBODY_ASKS,
    kit: state.parts.list?.data.kit ?? null,
    next: () => {
      const { text, page } = nextThing(state);
      return { text, href: orderHref(bundle.orderId, page) };
    },
    state,
    lengthUnit: bundle.viewer.lengthUnit,
    gauges: bundle.gauges ?? false,
    alarm: state.alarms[0]?.message ?? null,
    holder: holder && {
      mine: holder.deviceId === bundle.deviceId,
      name: holder.data.deviceName,
      since: shopClock(holder.at, timeZone),
    },
    tasks: openTasks(state).map(({ entry }) => ({
      taskId: entry.data.taskId,
      words: entry.data.words,
      at: shopClock(entry.receivedAt, timeZone),
    })),
  };
}

/** What the heights sheet of the bay begins from. */
export function heightsPropsOf(bundle: BayBundle, state: OrderState) {
  const stance = stanceOfOrder({
    state,
    vehicle: { body: bundle.body, wheelbaseMm: bundle.wheelbaseMm },
  });
  const intake = state.intake!.data;
  const baseline = baselineOf(state)?.entry.data;
  const how = {
    method: baseline?.method ?? intake.targets.method,
    upperPoint: baseline?.upperPoint ?? 'fender lip',
    tires: tiresNow(state),
  };
  const occasions: HeightOccasion[] = isJob(state)
    ? baseline
      ? ['on wheels', 'settled', 'after alignment', 'with accessories', 'on new tires']
      : ['as came']
    : ['come-back', 'settled', 'after alignment'];
  return {
    orderId: bundle.orderId,
    gauges: bundle.gauges ?? false,
    state,
    personId: bundle.viewer.id,
    stance: {
      body: stance.body,
      wheelbaseMm: stance.wheelbaseMm,
      tireDiameterMm: stance.tireDiameterMm,
      predicted: stance.predicted,
      target: stance.target,
      before: stance.before,
    },
    occasions,
    ...how,
    unit: baseline?.unit ?? bundle.viewer.lengthUnit,
  };
}
