import type { Corner } from '../corners';
import type { OneEnd } from '../procedure/types';
import type { Anatomy, Body, Joint, Limit, Line, Spring, Tie, WayOut } from './types';

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

/** A thing of the axle on its side, or of the axle as a whole: the ids and places it names are those of the car. */
type On<T> = T & { side?: Side };
type BodyOn = Omit<Body, 'side'> & { side?: Side };
export type JointOn = On<Joint>;
export type LineOn = On<Line>;

/** An anatomy at one end of the car, both sides of it, with what the proof looks up. */
export interface Axle {
  anatomy: Anatomy;
  end: OneEnd;
  bodies: Map<string, BodyOn>;
  joints: JointOn[];
  lines: LineOn[];
  springs: On<Spring>[];
  limits: On<Limit>[];
  ties: { body: string; at: Record<Side, string[]>; allows: number }[];
  waysOut: (On<WayOut> & { eased: string[] })[];
  /** The corner of each side. */
  corners: Record<Side, Corner>;
  /** What goes down with the wheel of a side. */
  hangs: Record<Side, string[]>;
  /** The droop at which it hangs with everything on it joined, in mm. */
  normalDroop: number;
  /** Above this drop, in mm, no line is pulled and nothing stops it. */
  leastStop: number;
  /** The car itself, and what falls when nothing holds it. */
  frames: string[];
  heavy: BodyOn[];
  /** All places of it: what happens elsewhere does not concern it. */
  places: ReadonlySet<string>;
  jointById: Map<string, JointOn>;
  jointsAtBody: Map<string, JointOn[]>;
  /** What an open item at a place of the car is about. */
  jointsOpenedAt: Map<string, JointOn[]>;
  linesAt: Map<string, LineOn[]>;
  bodiesAt: Map<string, BodyOn>;
  /** What a loose fastener at a place holds. */
  fastenedAt: Map<string, JointOn[]>;
}

export const SIDE_OF: Record<Corner, Side> = { LF: 'left', RF: 'right', LR: 'left', RR: 'right' };
const END_OF: Record<Corner, OneEnd> = { LF: 'front', RF: 'front', LR: 'rear', RR: 'rear' };
export const endOfCorner = (corner: Corner): OneEnd => END_OF[corner];

const known = new WeakMap<Anatomy, Map<OneEnd, Axle>>();

/** The anatomy as it stands at one end of a car. Made once for each document and end. */
export function axleOf(anatomy: Anatomy, end: OneEnd): Axle {
  const ends = known.get(anatomy) ?? new Map<OneEnd, Axle>();
  known.set(anatomy, ends);
  const had = ends.get(end);
  if (had) return had;
  const made = expand(anatomy, end);
  ends.set(end, made);
  return made;
}

const pushTo = <K, T>(map: Map<K, T[]>, key: K, value: T) => map.set(key, [...(map.get(key) ?? []), value]);

function expand(anatomy: Anatomy, end: OneEnd): Axle {
  const sided = new Set(anatomy.bodies.filter((body) => body.side === 'each').map(({ id }) => id));
  const sidedJoints = new Set(
    anatomy.joints.filter(({ place }) => place.includes('{side}')).map(({ id }) => id),
  );
  const at = (place: string, side?: Side) => place.replace('{end}', end).replace('{side}', side ?? 'center');
  const bodyId = (id: string, side?: Side) => (sided.has(id) ? `${end}.${side}.${id}` : `${end}.${id}`);
  const jointId = (id: string, side?: Side) =>
    sidedJoints.has(id) ? `${end}.${side}.${id}` : `${end}.${id}`;
  /** Once for each side where it is of a side, else once. */
  const spread = <T, R>(
    things: readonly T[],
    each: (thing: T) => boolean,
    make: (thing: T, side?: Side) => R,
  ) => things.flatMap((thing) => (each(thing) ? SIDES.map((side) => make(thing, side)) : [make(thing)]));
  /** Ids of a side, or those of both where what is common names them. */
  const both = (
    ids: string[],
    ofSides: Set<string>,
    idAt: (id: string, side?: Side) => string,
    side?: Side,
  ) => ids.flatMap((id) => (side || !ofSides.has(id) ? [idAt(id, side)] : SIDES.map((one) => idAt(id, one))));
  const withSide = (side?: Side) => (side ? { side } : {});

  const bodies = new Map(
    spread(
      anatomy.bodies,
      (body) => body.side === 'each',
      ({ side: _, ...body }, side): BodyOn => ({
        ...body,
        ...withSide(side),
        id: bodyId(body.id, side),
        ...(body.place ? { place: at(body.place, side) } : {}),
      }),
    ).map((body) => [body.id, body]),
  );
  const joints = spread(
    anatomy.joints,
    (joint) => sidedJoints.has(joint.id),
    (joint, side): JointOn => ({
      ...joint,
      ...withSide(side),
      id: jointId(joint.id, side),
      place: at(joint.place, side),
      between: [bodyId(joint.between[0], side), bodyId(joint.between[1], side)],
      fasteners: joint.fasteners.map((place) => at(place, side)),
    }),
  );
  const lines = spread(
    anatomy.lines,
    (line) => line.place.includes('{side}'),
    (line, side): LineOn => ({
      ...line,
      ...withSide(side),
      id: side ? `${end}.${side}.${line.id}` : `${end}.${line.id}`,
      place: at(line.place, side),
      between: [bodyId(line.between[0], side), bodyId(line.between[1], side)],
      brackets: line.brackets.map((place) => at(place, side)),
    }),
  );
  const springs = spread(
    anatomy.springs,
    (spring) => sided.has(spring.body),
    (spring, side) => ({
      ...spring,
      ...withSide(side),
      id: side ? `${end}.${side}.${spring.id}` : `${end}.${spring.id}`,
      body: bodyId(spring.body, side),
      seats: spring.seats.map((id) => jointId(id, side)),
      carried: spring.carried.map((id) => bodyId(id, side)),
    }),
  );
  const limits = spread(
    anatomy.limits,
    (limit) =>
      sided.has(limit.by) ||
      anatomy.lines.some(({ id, place }) => id === limit.by && place.includes('{side}')),
    (limit, side) => ({
      ...limit,
      ...withSide(side),
      by: side ? `${end}.${side}.${limit.by}` : `${end}.${limit.by}`,
    }),
  );
  const ties = anatomy.ties.map(({ body, at: joined, allows }: Tie) => ({
    body: bodyId(body),
    at: {
      left: joined.map((id) => jointId(id, 'left')),
      right: joined.map((id) => jointId(id, 'right')),
    },
    allows,
  }));
  const waysOut = spread(
    anatomy.waysOut,
    (way) => sided.has(way.body),
    (way, side) => ({
      ...way,
      ...withSide(side),
      body: bodyId(way.body, side),
      // A way out of what is common opens the joints of both sides.
      open: both(way.open, sidedJoints, jointId, side),
      eased: both(way.eased ?? [], sidedJoints, jointId, side),
      carried: both(way.carried, sided, bodyId, side),
    }),
  );
  const hangs = {
    left: anatomy.hangs.map((id) => bodyId(id, 'left')),
    right: anatomy.hangs.map((id) => bodyId(id, 'right')),
  };

  const jointsAtBody = new Map<string, JointOn[]>();
  const fastenedAt = new Map<string, JointOn[]>();
  const jointsOpenedAt = new Map<string, JointOn[]>();
  const linesAt = new Map<string, LineOn[]>();
  for (const joint of joints) {
    for (const body of joint.between) pushTo(jointsAtBody, body, joint);
    for (const place of joint.fasteners) pushTo(fastenedAt, place, joint);
    for (const place of new Set([joint.place, ...joint.fasteners])) pushTo(jointsOpenedAt, place, joint);
  }
  for (const line of lines) for (const place of [line.place, ...line.brackets]) pushTo(linesAt, place, line);
  const bodiesAt = new Map([...bodies.values()].flatMap((body) => (body.place ? [[body.place, body]] : [])));
  return {
    anatomy,
    end,
    bodies,
    joints,
    lines,
    springs,
    limits,
    ties,
    waysOut,
    corners: end === 'front' ? { left: 'LF', right: 'RF' } : { left: 'LR', right: 'RR' },
    hangs,
    normalDroop: Math.min(...limits.map(({ drop }) => drop)),
    leastStop: Math.min(...limits.map(({ drop }) => drop), ...lines.map(({ reach }) => reach)),
    frames: [...bodies.values()].filter(({ kind }) => kind === 'frame').map(({ id }) => id),
    heavy: [...bodies.values()].filter(({ heavy }) => heavy),
    places: new Set([...jointsOpenedAt.keys(), ...linesAt.keys(), ...bodiesAt.keys()]),
    jointById: new Map(joints.map((joint) => [joint.id, joint])),
    jointsAtBody,
    jointsOpenedAt,
    linesAt,
    bodiesAt,
    fastenedAt,
  };
}

/** The ids on this axle that a step means by a name: itself, or that thing on the side of its corner, or on both. */
function idsOf(
  axle: Axle,
  known: ReadonlyMap<string, unknown>,
  name: string,
  corner: Corner | undefined,
): string[] {
  const sides = SIDES.filter((side) => !corner || SIDE_OF[corner] === side);
  return [name, `${axle.end}.${name}`, ...sides.map((side) => `${axle.end}.${side}.${name}`)].filter((id) =>
    known.has(id),
  );
}
export const bodiesNamed = (axle: Axle, name: string, corner?: Corner): string[] =>
  idsOf(axle, axle.bodies, name, corner);
export const jointsNamed = (axle: Axle, name: string, corner?: Corner): string[] =>
  idsOf(axle, axle.jointById, name, corner);

/** Where an item says that a joint is open: not at the place of a body, which would be all of that body off. */
export const openPlaceOf = (axle: Axle, joint: JointOn): string =>
  [joint.place, ...joint.fasteners].find((place) => !axle.bodiesAt.has(place)) ?? joint.place;
/** Where a line is freed: at its bracket where it has one. */
export const freePlaceOf = (line: LineOn): string => line.brackets[0] ?? line.place;

/** A thing of an axle by the name its file gives it, one for both sides. */
export const shortName = (id: string): string => id.split('.').at(-1)!;

/** Does a joint hold a wheel on? */
export const isWheelJoint = (axle: Axle, { between }: Pick<JointOn, 'between'>): boolean =>
  between.some((id) => axle.bodies.get(id)!.kind === 'wheel');
