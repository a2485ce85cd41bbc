import { type Corner, CORNERS } from '../corners';
import { atRideHeight } from '../procedure/car';
import { type PlainProcedure, type Step, endsOf } from '../procedure/types';
import { type Axle, SIDES, bodiesNamed, endOfCorner, jointsNamed } from './axle';
import {
  type EndNow,
  type JointsNow,
  copyHang,
  dropAt,
  falling,
  isFree,
  isLoaded,
  joinedStill,
  jointsNow,
  letHang,
  limitsNow,
  maySink,
  movingWith,
  tiesNow,
} from './state';

/** What the proof finds; each is a code of the checker. */
export type BreakCode =
  'still-joined' | 'line-stretched' | 'spring-let-go' | 'falls' | 'tied-across' | 'bush-bound' | 'unmarked';

/** One thing that an act would break: what it is, and the figures it follows from. */
export interface Break {
  code: BreakCode;
  ref: string;
  /** How far the wheel hangs, in mm. */
  drop?: number;
  /** How far it may. */
  most?: number;
  /** The joints that are not open. */
  joints?: string[];
}

/** Looks up where on the car the items and fasteners of a procedure sit. */
export interface PlacesOf {
  item(id: string): string | undefined;
  fastener(id: string): string | undefined;
}

export function placesOf({ items, fasteners }: Pick<PlainProcedure, 'items' | 'fasteners'>): PlacesOf {
  const item = new Map(items.map((one) => [one.id, one.place]));
  const fastener = new Map(fasteners.map((one) => [one.id, one.place]));
  return { item: (id) => item.get(id), fastener: (id) => fastener.get(id) };
}

/** An end that acts are worked on: what `EndNow` only reads may be changed here. */
export interface EndWorked extends EndNow {
  open: Set<string>;
  loose: Set<string>;
  snug: Set<string>;
}

export const copyOf = (now: EndNow): EndWorked => ({
  support: now.support,
  open: new Set(now.open),
  loose: new Set(now.loose),
  snug: new Set(now.snug),
  hang: copyHang(now.hang),
});

const breakKey = ({ code, ref }: Break) => `${code} ${ref}`;

/** What stands wrong with an end as it is now: stretched, bound, tied, or held by nothing. */
export function wrongNow(
  axle: Axle,
  now: EndNow,
  states = jointsNow(axle, now),
  inHands: ReadonlySet<string> = new Set(),
): Break[] {
  const found: Break[] = falling(axle, now, states).flatMap((ref) =>
    inHands.has(ref) ? [] : [{ code: 'falls' as const, ref }],
  );
  if (atRideHeight(now.support)) return found;
  for (const line of axle.lines) {
    const drop = dropAt(axle, now, line);
    if (drop <= line.reach || isFree(line, now) || now.hang.renewed.has(line.id)) continue;
    const moves = SIDES.some(
      (side) =>
        (line.side ?? side) === side && line.between.some((id) => movingWith(axle, states, side).has(id)),
    );
    if (moves) found.push({ code: 'line-stretched', ref: line.id, drop, most: line.reach });
  }
  for (const side of SIDES) {
    const drop = now.hang.drop[axle.corners[side]];
    if (drop <= axle.normalDroop) continue;
    for (const limit of limitsNow(axle, now, side, states))
      if (limit.drop < drop) found.push({ code: 'still-joined', ref: limit.by, drop, most: limit.drop });
    const moving = movingWith(axle, states, side);
    for (const joint of axle.joints)
      if (
        joint.bonded &&
        (joint.side ?? side) === side &&
        !states.has(joint.id) &&
        !joint.fasteners.some((place) => now.snug.has(place)) &&
        // It is turned where one of its bodies goes down and the other does not.
        joint.between.filter((id) => moving.has(id)).length === 1
      )
        found.push({ code: 'bush-bound', ref: joint.id, drop, most: axle.normalDroop });
  }
  const [left, right] = SIDES.map((side) => now.hang.drop[axle.corners[side]]) as [number, number];
  const apart = Math.abs(left - right);
  for (const tie of axle.ties)
    if (apart > tie.allows && tiesNow(axle, now, states, tie))
      found.push({ code: 'tied-across', ref: tie.body, drop: apart, most: tie.allows });
  return found;
}

/** The part of a step that concerns the car: what the live engine is told of other acts in the same form. */
export type Act = Pick<
  Step,
  | 'end'
  | 'corner'
  | 'sets'
  | 'opens'
  | 'closes'
  | 'loosens'
  | 'snugs'
  | 'torques'
  | 'marks'
  | 'carries'
  | 'lets'
  | 'drops'
  | 'out'
  | 'in'
> & {
  phase?: Step['phase'];
  /** Of what is loosened, the fasteners that come right out. */
  removes?: string[];
};

/** The fasteners that may only get their last torque at ride height, by another rule than this one. */
type FinalAtRide = (id: string) => boolean;

/** What an act makes of an end, without asking what it breaks: as `work`, for what is on record already. */
export function workUnasked(axle: Axle, now: EndWorked, act: Act, places: PlacesOf): void {
  openAndTurn(now, act, places);
  workHang(axle, now, act, places);
}

function openAndTurn(now: EndWorked, act: Act, places: PlacesOf): void {
  for (const place of itemPlaces(places, act.opens)) now.open.add(place);
  loosen(now, act, places);
  tighten(now, act, places);
}

/**
 * What an act makes of how an end hangs. Which places are open and loose whoever calls keeps by himself: here they are only
 * looked at where the end may sink.
 */
export function workHang(axle: Axle, now: EndWorked, act: Act, places: PlacesOf): void {
  const { hang } = now;
  markAndCarry(axle, now, act);
  takeOut(axle, now, act, places);
  lower(axle, now, act);
  for (const id of bodiesOf(axle, act, act.out)) hang.out.add(id);
  for (const id of bodiesOf(axle, act, act.in)) hang.out.delete(id);
  putBack(axle, now, act, places);
  const from = now.support;
  if (act.sets && endsOf(act).includes(axle.end)) now.support = act.sets;
  letGoOf(axle, now, act);
  const moves = from !== now.support || act.lets?.length || act.opens?.length || act.closes?.length;
  if (!moves) return;
  if (maySink(axle, now)) openAndTurn(now, act, places);
  letHang(axle, now);
}

/**
 * Works one act on one end: in the order in which hands do it. Marks and carrying come first, then what is opened; the wheel
 * goes down or up; springs are let out of their seats and bodies taken out; what goes in goes in and is fastened; last the
 * support changes, wrenches go on, and what carried it is taken away.
 * @param now is changed to how it stands after
 * @returns what that would break, as the hands meet it
 */
export function work(
  axle: Axle,
  now: EndWorked,
  act: Act,
  places: PlacesOf,
  finalAtRide: FinalAtRide = () => false,
): Break[] {
  if (!touches(axle, act, places)) return [];
  const found = new Map<string, Break>();
  const note = (more: Break[]) => more.forEach((one) => found.set(breakKey(one), one));
  const { hang } = now;
  /** Seats held by force alone: they open when the wheel has gone down, not before. */
  const seats = new Set(
    axle.springs.flatMap((spring) => spring.seats.filter((id) => axle.jointById.get(id)!.kind === 'seat')),
  );
  const holdsSpring = (place: string) => {
    const body = axle.bodiesAt.get(place);
    const joints = body ? axle.jointsAtBody.get(body.id) : axle.jointsOpenedAt.get(place);
    return (joints ?? []).some(({ id }) => seats.has(id));
  };

  markAndCarry(axle, now, act);
  const before = jointsNow(axle, now);
  let loaded = axle.springs.filter((spring) => isLoaded(axle, now, spring, before));
  const letGo = (states: JointsNow) => {
    for (const spring of loaded) {
      const opens = spring.seats.some((id) => states.get(id) === 'open');
      const carried = spring.carried.length > 0 && spring.carried.every((id) => isCarried(axle, now, id));
      if (opens && !carried) note([{ code: 'spring-let-go', ref: spring.id }]);
    }
  };
  /** Bodies that are in hands by this act. */
  const takesOut = new Set(bodiesOf(axle, act, act.out).filter((id) => !hang.out.has(id)));

  // What goes with what is opened before the wheel moves; a spring's seat opens after.
  const opened = itemPlaces(places, act.opens);
  for (const place of opened) if (!holdsSpring(place)) now.open.add(place);
  slacken(axle, now, act, places);
  const afterOpening = opened.length || act.loosens?.length ? jointsNow(axle, now) : before;
  if (act.phase !== 'align')
    for (const joint of axle.joints)
      if (
        joint.spoils?.includes('alignment') &&
        !before.has(joint.id) &&
        afterOpening.has(joint.id) &&
        !hang.marked.has(joint.id)
      )
        note([{ code: 'unmarked', ref: joint.id }]);
  letGo(afterOpening);
  letHang(axle, now, afterOpening);
  const lowered = lower(axle, now, act);
  if (lowered || opened.length || act.loosens?.length) note(wrongNow(axle, now, afterOpening, takesOut));

  loaded = axle.springs.filter((spring) => isLoaded(axle, now, spring, afterOpening));
  for (const place of opened) now.open.add(place);
  const afterAll = opened.length ? jointsNow(axle, now) : afterOpening;
  letGo(afterAll);
  for (const place of opened) {
    const body = axle.bodiesAt.get(place);
    const joints = body ? axle.jointsAtBody.get(body.id)! : [];
    // Said to be off, and nothing of it was undone.
    if (joints.length && joints.every(({ id }) => afterAll.get(id) !== 'open'))
      note([{ code: 'still-joined', ref: body!.id, joints: joints.map(({ id }) => id) }]);
  }
  for (const id of takesOut) {
    const joints = joinedStill(axle, now, afterAll, id);
    const inTheWay = joints.length ? joints : (nearestWayOut(axle, id, afterAll)?.closed ?? []);
    if (inTheWay.length) note([{ code: 'still-joined', ref: id, joints: inTheWay }]);
    for (const line of axle.lines)
      if (line.between.includes(id) && !isFree(line, now)) note([{ code: 'line-stretched', ref: line.id }]);
    hang.out.add(id);
  }

  for (const id of bodiesOf(axle, act, act.in)) {
    // What goes in has come out before.
    if (!hang.out.has(id)) note([{ code: 'still-joined', ref: id, joints: [] }]);
    hang.out.delete(id);
  }
  fasten(axle, now, act, places);
  const from = now.support;
  if (act.sets && endsOf(act).includes(axle.end)) now.support = act.sets;
  if (!atRideHeight(now.support))
    for (const id of act.torques ?? [])
      for (const joint of axle.fastenedAt.get(places.fastener(id) ?? '') ?? [])
        if (joint.bonded && !finalAtRide(id)) note([{ code: 'bush-bound', ref: joint.id }]);
  letGoOf(axle, now, act);
  const fastened = act.closes?.length || act.snugs?.length || act.torques?.length;
  const after = fastened ? jointsNow(axle, now) : afterAll;
  if (from !== now.support || act.lets?.length || act.opens?.length || act.closes?.length)
    letHang(axle, now, after);
  note(wrongNow(axle, now, after));
  return [...found.values()];
}

/**
 * Of what an act breaks only what is its own doing: what stood wrong before is not, save where it lets a wheel down further.
 * @param before how the end stood before the act, and @param after how it stands with it
 */
export function ownBreaks(axle: Axle, found: readonly Break[], before: EndNow, after: EndNow): Break[] {
  if (!found.length) return [];
  if (CORNERS.some((corner) => after.hang.drop[corner] > before.hang.drop[corner])) return [...found];
  const wrongBefore = new Set(wrongNow(axle, before).map(breakKey));
  return found.filter((one) => !wrongBefore.has(breakKey(one)));
}

const itemPlaces = (places: PlacesOf, ids: string[] = []) => ids.flatMap((id) => places.item(id) ?? []);
const fastenerPlaces = (places: PlacesOf, ids: string[] = []) =>
  ids.flatMap((id) => places.fastener(id) ?? []);
const bodiesOf = (axle: Axle, act: Act, names: string[] = []) =>
  names.flatMap((name) => bodiesNamed(axle, name, act.corner));

function markAndCarry(axle: Axle, { hang }: EndWorked, act: Act): void {
  for (const name of act.marks ?? [])
    for (const id of jointsNamed(axle, name, act.corner)) hang.marked.add(id);
  for (const { body, by } of act.carries ?? [])
    for (const id of bodiesOf(axle, act, [body])) {
      hang.carried.set(id, [...(hang.carried.get(id) ?? []), by]);
      hang.spokenOf.add(id);
    }
}

function loosen(now: EndWorked, act: Act, places: PlacesOf): void {
  for (const place of fastenerPlaces(places, act.loosens)) {
    now.loose.add(place);
    now.snug.delete(place);
  }
}

/** Where an act takes something out the fasteners it loosens are out too. */
function takeOut(axle: Axle, { hang }: EndWorked, act: Act, places: PlacesOf): void {
  const takesOut = bodiesOf(axle, act, act.out).some((id) => !hang.out.has(id));
  if (takesOut) for (const place of fastenerPlaces(places, act.loosens)) hang.removed.add(place);
  for (const place of fastenerPlaces(places, act.removes)) hang.removed.add(place);
}

function slacken(axle: Axle, now: EndWorked, act: Act, places: PlacesOf): void {
  loosen(now, act, places);
  takeOut(axle, now, act, places);
}

/** What is fastened is on its way back: fasteners that were out are in, a line that was off may be another. */
function putBack(axle: Axle, { hang }: EndWorked, act: Act, places: PlacesOf): void {
  for (const place of itemPlaces(places, act.closes))
    for (const line of axle.linesAt.get(place) ?? []) if (line.place === place) hang.renewed.add(line.id);
  for (const place of fastenerPlaces(places, [...(act.snugs ?? []), ...(act.torques ?? [])]))
    hang.removed.delete(place);
}

function tighten(now: EndWorked, act: Act, places: PlacesOf): void {
  for (const place of itemPlaces(places, act.closes)) now.open.delete(place);
  for (const place of fastenerPlaces(places, act.snugs)) {
    now.loose.delete(place);
    now.snug.add(place);
  }
  for (const place of fastenerPlaces(places, act.torques)) {
    now.loose.delete(place);
    now.snug.delete(place);
  }
}

function fasten(axle: Axle, now: EndWorked, act: Act, places: PlacesOf): void {
  tighten(now, act, places);
  putBack(axle, now, act, places);
}

/** What carried something is taken away. */
function letGoOf(axle: Axle, { hang }: EndWorked, act: Act): void {
  for (const { body, by } of act.lets ?? [])
    for (const id of bodiesOf(axle, act, [body])) {
      const left = (hang.carried.get(id) ?? []).filter((one) => one !== by);
      if (left.length) hang.carried.set(id, left);
      else hang.carried.delete(id);
    }
}

/**
 * Can an act break nothing here, as it only fastens, eases or frees a line: on a car that stands, or one that hangs no lower
 * than anything on it stops or reaches?
 */
export function isHarmless(
  axle: Axle,
  { support, hang }: Pick<EndNow, 'support' | 'hang'>,
  act: Act,
  places: PlacesOf,
): boolean {
  if (act.sets || act.out || act.in || act.lets || act.carries || act.drops) return false;
  const onlyLines = itemPlaces(places, act.opens).every(
    (place) => !axle.jointsOpenedAt.has(place) && !axle.bodiesAt.has(place),
  );
  // A line that is freed lets nothing down that is held.
  if (act.opens && (!onlyLines || maySink(axle, { support, hang }))) return false;
  if (atRideHeight(support)) return true;
  const lowest = Math.max(...SIDES.map((side) => hang.drop[axle.corners[side]]));
  if (lowest > axle.leastStop) return false;
  return fastenerPlaces(places, act.torques).every((place) =>
    (axle.fastenedAt.get(place) ?? []).every((joint) => !joint.bonded),
  );
}

/** Does an act touch this axle at all? Looking, measuring and what sits elsewhere do not. */
export function touches(axle: Axle, act: Act, places: PlacesOf): boolean {
  if (act.sets || act.marks || act.carries || act.lets || act.drops || act.out || act.in) return true;
  const here = (place: string | undefined) => place !== undefined && axle.places.has(place);
  return (
    [...(act.opens ?? []), ...(act.closes ?? [])].some((id) => here(places.item(id))) ||
    [...(act.loosens ?? []), ...(act.snugs ?? []), ...(act.torques ?? [])].some((id) =>
      here(places.fastener(id)),
    )
  );
}

/** Is a body held up: carried itself, or what hangs there is, or the end stands? */
function isCarried(axle: Axle, now: EndNow, id: string): boolean {
  if (now.hang.carried.has(id)) return true;
  if (now.hang.spokenOf.has(id)) return false;
  return SIDES.some((side) => axle.hangs[side].includes(id)) && now.support !== 'raised';
}

/** Lets the wheels go where an act says. @returns whether it says anything of this end */
function lower(axle: Axle, now: EndNow, act: Act): boolean {
  let said = false;
  for (const { corner, end, mm } of act.drops ?? []) {
    const corners: readonly Corner[] = corner ? [corner] : act.corner && !end ? [act.corner] : CORNERS;
    for (const one of corners)
      if (endOfCorner(one) === axle.end && (end === undefined || end === axle.end)) {
        now.hang.drop[one] = mm;
        said = true;
      }
  }
  return said;
}

/** The way out of a body that is nearest to being open, and the joints of it that are not; null where it has none. */
export function nearestWayOut(axle: Axle, body: string, states: JointsNow) {
  const ways = axle.waysOut
    .filter((way) => way.body === body)
    .map((way) => ({ way, closed: way.open.filter((id) => states.get(id) !== 'open') }))
    .sort((one, other) => one.closed.length - other.closed.length);
  return ways[0] ?? null;
}
