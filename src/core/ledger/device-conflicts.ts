import { supportAfter } from '../procedure/car';
import {
  type RefusedMove,
  type RunDocument,
  type RunState,
  placedName,
  stepOf,
} from '../procedure/run-state';
import { type OneEnd, type Step, type Support, endsOf } from '../procedure/types';
import type { Entry, EntryOf } from './entries';
import type { DeviceConflicts, OrderState } from './order-state';

export const openTasks = ({ conflicts }: OrderState) => conflicts.tasks.filter((task) => !task.done);

const keys = {
  item: (id: string) => `item ${id}`,
  fastener: (id: string) => `fastener ${id}`,
  end: (end: OneEnd) => `end ${end}`,
};

/** Everything of the car an entry has its hands on. */
export function thingsTouched(document: RunDocument | null, entry: Pick<Entry, 'kind' | 'data'>): string[] {
  if (entry.kind === 'torque') return [keys.fastener((entry as EntryOf<'torque'>).data.fastenerId)];
  if (entry.kind === 'left.off') return [keys.item((entry as EntryOf<'left.off'>).data.itemId)];
  const opened =
    entry.kind === 'also.opened'
      ? (entry as EntryOf<'also.opened'>).data.things
      : entry.kind === 'alignment'
        ? (entry as EntryOf<'alignment'>).data.moved
        : entry.kind === 'trial.begin'
          ? (entry as EntryOf<'trial.begin'>).data
          : null;
  if (opened) {
    const { opens, loosens } = opened;
    return [...opens.map(keys.item), ...loosens.map(keys.fastener)];
  }
  if (entry.kind === 'support')
    return (Object.keys((entry as EntryOf<'support'>).data.support) as OneEnd[]).map(keys.end);
  if (entry.kind !== 'step.done') return [];
  const step = document && stepOf(document, (entry as EntryOf<'step.done'>).data.stepId);
  return step ? ofStep(step) : [];
}

/** Asked again for every entry of an order at every fold, so worked out once a step. */
const touchedBySteps = new WeakMap<Step, string[]>();
function ofStep(step: Step): string[] {
  const known = touchedBySteps.get(step);
  if (known) return known;
  const made = [
    ...[...(step.opens ?? []), ...(step.closes ?? [])].map(keys.item),
    ...[...(step.loosens ?? []), ...(step.snugs ?? [])].map(keys.fastener),
    ...(step.sets ? endsOf(step).map(keys.end) : []),
  ];
  touchedBySteps.set(step, made);
  return made;
}

/**
 * Everything an entry speaks of, for whether a tap made on an older state speaks of the same: the step itself, and what
 * is torqued, checked, valued or approved besides what the car is touched at.
 */
export function thingsSpokenOf(document: RunDocument | null, entry: Pick<Entry, 'kind' | 'data'>): string[] {
  const { fastenerId, stepId } = { fastenerId: undefined, stepId: undefined, ...entry.data } as {
    fastenerId?: string | null;
    stepId?: string | null;
  };
  if (!SPOKEN_OF.has(entry.kind)) return [];
  const step = entry.kind === 'step.done' && document ? stepOf(document, stepId!) : undefined;
  return [
    ...thingsTouched(document, entry),
    ...(step?.torques ?? []).map(keys.fastener),
    ...(fastenerId ? [keys.fastener(fastenerId)] : []),
    ...(stepId && (entry.kind === 'step.done' || entry.kind === 'approval') ? [`step ${stepId}`] : []),
  ];
}
const SPOKEN_OF: ReadonlySet<Entry['kind']> = new Set([
  'step.done',
  'approval',
  'support',
  'torque',
  'torque.checked',
  'value',
  'left.off',
  'also.opened',
  'stuck',
]);

/** An entry that waited on its device: its own moment lies before the one it was received at. */
const waited = (entry: Pick<Entry, 'at' | 'receivedAt'>) => entry.at < entry.receivedAt;

/** Which things an entry came too late for: another device touched them after the moment this one says it was done. */
export function lateThings(
  state: OrderState,
  entry: Pick<Entry, 'kind' | 'data' | 'at' | 'receivedAt' | 'deviceId'>,
): Set<string> {
  if (!waited(entry)) return new Set();
  return new Set(
    thingsTouched(state.document, entry).filter((thing) => {
      const last = state.conflicts.touched.get(thing);
      return last !== undefined && last.deviceId !== entry.deviceId && last.at > entry.at;
    }),
  );
}

/** Late things in the shop's words. */
export function describeLate(document: RunDocument | null, things: readonly string[]): string {
  return things
    .map((thing) => {
      const [kind, id = ''] = thing.split(/ (.*)/s);
      if (kind === 'end') return `The ${id} of the car`;
      const list = kind === 'item' ? document?.items : document?.fasteners;
      const found = list?.find((one) => one.id === id);
      return found ? placedName(found) : id;
    })
    .join('; ');
}

export function rememberTouch(state: OrderState, entry: Entry): void {
  for (const thing of thingsTouched(state.document, entry)) {
    const last = state.conflicts.touched.get(thing);
    if (!last || last.at <= entry.at)
      state.conflicts.touched.set(thing, { at: entry.at, deviceId: entry.deviceId });
  }
}

export interface CarBefore {
  open: Set<string>;
  loose: Map<string, 'loosened' | 'snug'>;
  support: Record<OneEnd, Support>;
}

export const carBefore = ({ car }: RunState): CarBefore => ({
  open: new Set(car.open),
  loose: new Map(car.loose),
  support: { ...car.support },
});

/**
 * Of two tablets that disagree, the less safe stands: what a late step closed stays open, what it drew tight stays
 * loose, an end it lowered stays in the air. What it opened, loosened or raised is taken as it is.
 */
export function keepLessSafe(run: RunState, before: CarBefore, step: Step, late: ReadonlySet<string>): void {
  for (const id of step.closes ?? [])
    if (late.has(keys.item(id)) && before.open.has(id)) run.car.open.add(id);
  for (const id of step.snugs ?? [])
    if (late.has(keys.fastener(id)) && before.loose.get(id) === 'loosened') {
      run.car.loose.set(id, 'loosened');
      run.fasteners.get(id)!.stripe = 'broken';
    }
  for (const end of step.sets ? endsOf(step) : [])
    if (late.has(keys.end(end)) && before.support[end] !== 'on-wheels')
      run.car.support[end] = before.support[end];
}

/** Does a step lower an end onto its wheels, or drive the car? */
export const lowersOrDrives = (run: RunState, step: Step): boolean =>
  Boolean(step.drive) ||
  endsOf(step).some(
    (end) => run.car.support[end] !== 'on-wheels' && supportAfter(run.car.support, step)[end] === 'on-wheels',
  );

export const opensOrLoosens = (step: Step): boolean =>
  Boolean(step.opens?.length || step.loosens?.length || step.snugs?.length);

const refusal = (message: string): RefusedMove => ({ code: 'held', message, refs: [], overridable: false });

/**
 * May this tablet lower or drive the car, or open and loosen on it? One tablet at a time holds lowering and driving;
 * while one does, no other opens or loosens, since the holder may lower the car without hearing of it.
 * @param offline the tablet has no network: then only its holder may lower or drive
 * @returns why not, or null
 */
export function judgeDevice(
  conflicts: DeviceConflicts,
  deviceId: string,
  move: { lowers: boolean; opens: boolean },
  offline = false,
): RefusedMove | null {
  const { holder } = conflicts;
  if (holder && holder.deviceId !== deviceId && (move.lowers || move.opens)) {
    const who = `${holder.data.deviceName} holds lowering and driving of this car`;
    return refusal(
      move.opens
        ? `${who}: nothing is opened or loosened from another tablet until it is given back, or the lead takes it back.`
        : `${who}: it is lowered and driven from there, or after it is given back.`,
    );
  }
  if (offline && move.lowers && holder?.deviceId !== deviceId)
    return refusal(
      'Without network only the tablet that holds lowering may lower or drive this car. Go where the network reaches, or wait.',
    );
  return null;
}

/** Made before the lead took lowering back from its tablet: such a move no longer moves the car. */
export function isOfLostTablet({ conflicts }: OrderState, deviceId: string, at: string): boolean {
  const back = conflicts.takenBack;
  return back !== null && back.data.fromDevice === deviceId && at < back.at;
}
