import { type PerCorner, eachCorner } from '../corners';
import { atRideHeight } from '../procedure/car';
import type { Support } from '../procedure/types';
import { type Axle, type LineOn, SIDES, type Side } from './axle';
import type { Carrier } from './types';

/** What the acts of a job have made of the car, beside what is open and loose on it. */
export interface Hang {
  /** What carries each body; a jack and a stand may both. */
  carried: Map<string, readonly Carrier[]>;
  /** Bodies whose carrying the job speaks of: from then on they are carried only while it says so. */
  spokenOf: Set<string>;
  /** How far each wheel hangs below ride height, in mm. */
  drop: PerCorner<number>;
  /** Places whose fasteners are out, not only slackened. */
  removed: Set<string>;
  marked: Set<string>;
  out: Set<string>;
  /** Lines that were off by themselves and are back: another hose, of another reach, perhaps. */
  renewed: Set<string>;
}

/**
 * How a car stands before anything is done to it.
 * @param speaks the ids of what the job says itself when it is carried: it is carried at no other time
 */
export const standingHang = (speaks: Iterable<string> = []): Hang => ({
  carried: new Map(),
  spokenOf: new Set(speaks),
  drop: eachCorner(() => 0),
  removed: new Set(),
  marked: new Set(),
  out: new Set(),
  renewed: new Set(),
});

export const copyHang = (hang: Hang): Hang => ({
  carried: new Map(hang.carried),
  spokenOf: new Set(hang.spokenOf),
  drop: { ...hang.drop },
  removed: new Set(hang.removed),
  marked: new Set(hang.marked),
  out: new Set(hang.out),
  renewed: new Set(hang.renewed),
});

/** One end of the car as the proof sees it: how it is supported, and which places are open or loose. */
export interface EndNow {
  support: Support;
  /** Places of the items that are open. */
  open: ReadonlySet<string>;
  /** Places of the fasteners that are loosened and not snugged again. */
  loose: ReadonlySet<string>;
  /** Places of the fasteners that are on and only snug: they hold, and their bushings still turn. */
  snug: ReadonlySet<string>;
  hang: Hang;
}

/** The joints of an axle that are not closed. */
export type JointsNow = Map<string, 'eased' | 'open'>;

/** Every joint of the axle that is not closed. */
export function jointsNow(axle: Axle, now: EndNow): JointsNow {
  const states = new Map<string, 'eased' | 'open'>();
  for (const place of now.loose)
    for (const joint of axle.fastenedAt.get(place) ?? []) {
      // Of what holds it nothing is left that was only slackened.
      const out = joint.fasteners.every((one) => !now.loose.has(one) || now.hang.removed.has(one));
      states.set(joint.id, out ? 'open' : 'eased');
    }
  for (const place of now.open) {
    const body = axle.bodiesAt.get(place);
    if (!body) for (const joint of axle.jointsOpenedAt.get(place) ?? []) states.set(joint.id, 'open');
    // A body that is off has let go where it was undone, and where nothing but force held it.
    else
      for (const joint of axle.jointsAtBody.get(body.id) ?? [])
        if (letsGo(body, joint) && (states.has(joint.id) || !joint.fasteners.length))
          states.set(joint.id, 'open');
  }
  return states;
}

/** Splines part by the shaft that is drawn out of them, not by what it stands in. */
const letsGo = ({ kind }: { kind: string }, joint: { kind: string }): boolean =>
  joint.kind !== 'splines' || kind === 'shaft' || kind === 'steering';

/** Is a line free: unplugged, off its bracket, or its bracket's bolt undone? */
export const isFree = (line: LineOn, now: EndNow): boolean =>
  [line.place, ...line.brackets].some((place) => now.open.has(place) || now.loose.has(place));

const sidesOf = (thing: { side?: Side }): readonly Side[] => (thing.side ? [thing.side] : SIDES);
/** How far the wheel of a side hangs, or the lower of both. */
export const dropAt = (axle: Axle, now: EndNow, thing: { side?: Side }): number =>
  Math.max(...sidesOf(thing).map((side) => now.hang.drop[axle.corners[side]]));

/** Is what hangs on a side held, whatever joins it: carried itself, or held by a jack that the job does not speak of? */
const isHeldByItself = (axle: Axle, now: Pick<EndNow, 'support' | 'hang'>, side: Side): boolean =>
  now.hang.carried.has(axle.hangs[side][0]!) ||
  (now.support === 'axle-held' && !axle.hangs[side].some((id) => now.hang.spokenOf.has(id)));

/** Is what hangs on a side carried by something other than what stops its droop, itself or by what it is still joined to? */
export function isHeld(axle: Axle, now: EndNow, side: Side, states: JointsNow): boolean {
  if (atRideHeight(now.support) || isHeldByItself(axle, now, side)) return true;
  const carried = axle.hangs[side].slice(1).filter((id) => now.hang.carried.has(id));
  return carried.length > 0 && carried.some((id) => movingWith(axle, states, side).has(id));
}

/** What only hangs on another body: it stops nothing, and holds nothing up. */
const hangsOn = (axle: Axle, id: string): boolean =>
  ['bar link', 'spring'].includes(axle.bodies.get(id)!.kind);

/** What joints hold to one of two bodies, or to both. */
const touches = (axle: Axle, by: string, moving: ReadonlySet<string>): boolean =>
  moving.has(by) ||
  (axle.jointsAtBody.get(by) ?? []).some(({ between }) => between.some((id) => moving.has(id)));

/** Does a limit still stop what goes down: nothing between it, the car and that is open? */
function stops(axle: Axle, now: EndNow, states: JointsNow, by: string, moving: ReadonlySet<string>): boolean {
  const line = axle.lines.find(({ id }) => id === by);
  if (line) return !isFree(line, now) && line.between.some((id) => moving.has(id));
  if (now.hang.out.has(by) || !touches(axle, by, moving)) return false;
  return (axle.jointsAtBody.get(by) ?? []).every(
    (joint) => states.get(joint.id) !== 'open' || hangsOn(axle, otherOf(joint, by)),
  );
}

/** What stops the droop of a side, nearest first. */
export function limitsNow(axle: Axle, now: EndNow, side: Side, states: JointsNow): Axle['limits'] {
  const moving = movingWith(axle, states, side);
  return axle.limits
    .filter((limit) => sidesOf(limit).includes(side) && stops(axle, now, states, limit.by, moving))
    .sort((one, other) => one.drop - other.drop);
}

/** Does it take a look at the joints to know whether the end sinks: in the air, and not all of it carried? */
export function maySink(axle: Axle, now: Pick<EndNow, 'support' | 'hang'>): boolean {
  return !atRideHeight(now.support) && SIDES.some((side) => !isHeldByItself(axle, now, side));
}

/** Lets what nothing carries hang where the nearest limit stops it. */
export function letHang(axle: Axle, now: EndNow, known?: JointsNow): void {
  if (atRideHeight(now.support)) {
    for (const side of SIDES) now.hang.drop[axle.corners[side]] = 0;
    return;
  }
  if (!maySink(axle, now)) return;
  const states = known ?? jointsNow(axle, now);
  for (const side of SIDES) {
    if (isHeld(axle, now, side, states)) continue;
    const nearest = limitsNow(axle, now, side, states)[0];
    if (nearest) now.hang.drop[axle.corners[side]] = nearest.drop;
  }
}

const isFrame = (axle: Axle, id: string): boolean => axle.bodies.get(id)!.kind === 'frame';
const otherOf = ({ between: [one, other] }: { between: [string, string] }, id: string) =>
  one === id ? other : one;
/** What stays where it is when the wheel goes down: the car, and a subframe that is bolted to it. */
const staysPut = (axle: Axle, states: JointsNow, id: string): boolean =>
  isFrame(axle, id) ||
  (axle.bodies.get(id)!.kind === 'subframe' &&
    (axle.jointsAtBody.get(id) ?? []).some(
      (joint) => states.get(joint.id) !== 'open' && isFrame(axle, otherOf(joint, id)),
    ));

/** The bodies that joints not open hold together with one of these, themselves among them. */
export function heldTogether(
  axle: Axle,
  states: JointsNow,
  from: Iterable<string>,
  through: (id: string) => boolean = () => true,
): Set<string> {
  const reached = new Set(from);
  const left = [...reached];
  while (left.length) {
    const id = left.pop()!;
    for (const joint of axle.jointsAtBody.get(id) ?? []) {
      if (states.get(joint.id) === 'open') continue;
      const other = otherOf(joint, id);
      if (reached.has(other)) continue;
      reached.add(other);
      if (through(other)) left.push(other);
    }
  }
  return reached;
}

/** Heavy bodies that are on the car and that nothing holds. */
export function falling(axle: Axle, now: EndNow, states: JointsNow): string[] {
  // With nothing parted everything holds as it was made to.
  if (![...states.values()].includes('open')) return [];
  const roots = [...axle.frames, ...now.hang.carried.keys()];
  const dropped: string[] = [];
  for (const side of SIDES) {
    if (isHeld(axle, now, side, states)) roots.push(...axle.hangs[side]);
    else if (!limitsNow(axle, now, side, states).length) dropped.push(axle.hangs[side][0]!);
  }
  const held = heldTogether(axle, states, roots);
  /** A subframe or a differential stands on no arm and hangs on no shaft: the car holds it, or a jack. */
  const needsTheCar = ({ id, kind }: { id: string; kind: string }) =>
    (kind === 'subframe' || kind === 'axle') && !SIDES.some((side) => axle.hangs[side].includes(id));
  const isHeldUp = (body: { id: string; kind: string }) =>
    needsTheCar(body)
      ? now.hang.carried.has(body.id) ||
        (axle.jointsAtBody.get(body.id) ?? []).some(
          (joint) => states.get(joint.id) !== 'open' && isFrame(axle, otherOf(joint, body.id)),
        )
      : held.has(body.id);
  const parted = axle.heavy.filter((body) => !isHeldUp(body)).map(({ id }) => id);
  return [...new Set([...parted, ...dropped])].filter((id) => !now.hang.out.has(id));
}

const moved = new WeakMap<JointsNow, Partial<Record<Side, Set<string>>>>();

/** The bodies that go up and down with what hangs on a side, by what joins them; of the other side only what both share. */
export function movingWith(axle: Axle, states: JointsNow, side: Side): Set<string> {
  const known = moved.get(states) ?? {};
  moved.set(states, known);
  return (known[side] ??= nowMoving(axle, states, side));
}

function nowMoving(axle: Axle, states: JointsNow, side: Side): Set<string> {
  const other = side === 'left' ? 'right' : 'left';
  const reached = heldTogether(
    axle,
    states,
    axle.hangs[side].slice(0, 1),
    (id) => !staysPut(axle, states, id) && axle.bodies.get(id)!.side !== other,
  );
  for (const id of reached) if (staysPut(axle, states, id)) reached.delete(id);
  return reached;
}

/** Is a spring loaded as it stands: in both its seats, no compressor on it, and the wheel not low enough to free it? */
export function isLoaded(
  axle: Axle,
  now: EndNow,
  spring: Axle['springs'][number],
  states: JointsNow,
): boolean {
  if (now.hang.out.has(spring.body)) return false;
  if (now.hang.carried.get(spring.body)?.includes('compressor')) return false;
  if (spring.seats.some((id) => states.get(id) === 'open')) return false;
  return spring.drop === null || dropAt(axle, now, spring) < spring.drop;
}

/** Does a body common to both sides still tie them: joined on both, and held to the car where it is? */
export function tiesNow(axle: Axle, now: EndNow, states: JointsNow, tie: Axle['ties'][number]): boolean {
  if (now.hang.out.has(tie.body)) return false;
  const isOpen = (id: string) => states.get(id) === 'open';
  const toCar = (axle.jointsAtBody.get(tie.body) ?? []).filter((joint) =>
    isFrame(axle, otherOf(joint, tie.body)),
  );
  // A subframe carries both sides alike until its bolts are out; then it goes down level, or not at all.
  if (axle.bodies.get(tie.body)!.kind === 'subframe')
    return toCar.some(({ id }) => isOpen(id)) && toCar.some(({ id }) => !isOpen(id));
  if (tie.at.left.length && SIDES.some((side) => tie.at[side].every(isOpen))) return false;
  return !toCar.length || toCar.some(({ id }) => !isOpen(id));
}

/** The joints that still hold a body to what stays on the car when it is taken out; what hangs on it comes with it. */
export function joinedStill(axle: Axle, now: EndNow, states: JointsNow, body: string): string[] {
  const roots = [
    ...axle.frames,
    ...SIDES.flatMap((side) => (isHeld(axle, now, side, states) ? axle.hangs[side] : [])),
  ].filter((id) => id !== body);
  const staying = heldTogether(axle, states, roots, (id) => id !== body);
  return (axle.jointsAtBody.get(body) ?? [])
    .filter((joint) => states.get(joint.id) !== 'open' && staying.has(otherOf(joint, body)))
    .map(({ id }) => id);
}
