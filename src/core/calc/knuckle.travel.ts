import { Refusal } from '../refusal';
import { toDeg, toRad } from './geometry';
import { solveLinear } from './linear';
import {
  NO_TURN,
  type Turn,
  type Vector,
  cross,
  dot,
  minus,
  plus,
  scaled,
  sizeOf,
  turned,
  turnedOn,
  unitOf,
} from './vector';

/** A point of the car: x rearward, y outboard of a right-hand wheel, z up, mm from any origin on the body. */
export interface Point3 {
  x: number;
  y: number;
  z: number;
}

export interface KnuckleTravelInput {
  arms?: { front: Point3; rear: Point3; joint: Point3 }[];
  links?: { body: Point3; joint: Point3 }[];
  strut?: { top: Point3; foot: Point3 };
  wheel: { center: Point3; camber: number; toe: number; radius: number };
  /** What the parts changed: body points that moved, links of another length. */
  fitted?: {
    arms?: ({ front?: Point3; rear?: Point3; frontLength?: number; rearLength?: number } | null)[];
    links?: ({ body?: Point3; length?: number } | null)[];
    strut?: { top?: Point3 };
  };
  damper?: { body: Point3; foot: Point3; arm?: number };
  shaft?: { inner: Point3; outer: Point3 };
  lines?: { body: Point3; knuckle: Point3 }[];
  travel: number[];
}

export interface TravelRow {
  travel: number;
  camber: number;
  toe: number;
  caster: number | null;
  center: Point3;
  contact: Point3;
  damper?: number;
  shaft?: { length: number; innerDeg: number; outerDeg: number };
  lines?: number[];
}

/** Where a knuckle stands: how it turned since ride, and the center of its wheel. */
export interface Pose {
  turn: Turn;
  center: Vector;
}

/** A rod of fixed length from a point of the body to one of the knuckle. */
interface Rod {
  /** The joint, from the wheel's center at ride. */
  joint: Vector;
  from: Vector;
  to: Vector;
  lengthFrom: number;
  lengthTo: number;
}
/** A strut's line, held square by two directions of the knuckle. */
interface StrutLine {
  foot: Vector;
  square: [Vector, Vector];
  from: Vector;
  to: Vector;
}

export const vectorOf = ({ x, y, z }: Point3): Vector => [x, y, z];
export const pointOf = ([x, y, z]: Vector): Point3 => ({ x, y, z });

const CONSTRAINTS = 5;
/** Steps of travel along which the pose is followed, and the least before the links are said to bind, mm. */
const STEP = 8;
const LEAST_STEP = 0.002;
const ROUNDS = 12;
const CLOSE = 1e-11;
/** The most a knuckle turns within a step: more is another branch, radians. */
const TURN_MOST = 0.2;

/** Where two points coincide that a link or a strut needs apart. */
function apart(a: Vector, b: Vector, field: string): number {
  const length = sizeOf(minus(a, b));
  if (length < 1e-9) throw new Refusal('no-length', 'These two points are one: a link has a length.', field);
  return length;
}

function rodsOf({ arms = [], links = [], wheel, fitted = {} }: KnuckleTravelInput): Rod[] {
  const center = vectorOf(wheel.center);
  const rod = (
    body: Point3,
    joint: Point3,
    moved: Point3 | undefined,
    length: number | undefined,
    field: string,
  ) => {
    const from = vectorOf(body);
    const at = vectorOf(joint);
    const lengthFrom = apart(from, at, field);
    return {
      joint: minus(at, center),
      from,
      to: moved ? vectorOf(moved) : from,
      lengthFrom,
      lengthTo: length ?? lengthFrom,
    };
  };
  return [
    ...arms.flatMap(({ front, rear, joint }, at) => {
      apart(vectorOf(front), vectorOf(rear), `arms[${at}].rear`);
      const now = fitted.arms?.[at];
      return [
        rod(front, joint, now?.front, now?.frontLength, `arms[${at}].front`),
        rod(rear, joint, now?.rear, now?.rearLength, `arms[${at}].rear`),
      ];
    }),
    ...links.map(({ body, joint }, at) =>
      rod(body, joint, fitted.links?.[at]?.body, fitted.links?.[at]?.length, `links[${at}].body`),
    ),
  ];
}

function strutOf({ strut, wheel, fitted }: KnuckleTravelInput): StrutLine | null {
  if (!strut) return null;
  const [top, foot] = [vectorOf(strut.top), vectorOf(strut.foot)];
  apart(top, foot, 'strut.top');
  const along = unitOf(minus(top, foot));
  const aside: Vector = Math.abs(along[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0];
  const first = unitOf(cross(along, aside));
  return {
    foot: minus(foot, vectorOf(wheel.center)),
    square: [first, cross(along, first)],
    from: top,
    to: fitted?.strut?.top ? vectorOf(fitted.strut.top) : top,
  };
}

const between = (from: Vector, to: Vector, share: number): Vector =>
  plus(from, scaled(minus(to, from), share));

/**
 * A knuckle on its links, as fitted. Its pose is found by Newton steps on five constraints and the wheel's height, and
 * followed from ride in small steps so that it never jumps to another branch.
 */
export class Knuckle {
  private readonly rods: Rod[];
  private readonly strut: StrutLine | null;
  private readonly fittedPose: Pose;

  /** @throws Refusal where the links are not five, have no length, or do not go together as fitted */
  constructor(readonly input: KnuckleTravelInput) {
    const count = 2 * (input.arms?.length ?? 0) + (input.links?.length ?? 0) + (input.strut ? 2 : 0);
    if (count !== CONSTRAINTS)
      throw new Refusal(
        'links',
        `A knuckle is held by five: two for an arm, one for a link, two for a strut. These are ${count}.`,
        'links',
      );
    this.rods = rodsOf(input);
    this.strut = strutOf(input);
    const measured: Pose = { turn: NO_TURN, center: vectorOf(input.wheel.center) };
    const asMeasured =
      this.rods.every((rod) => rod.from === rod.to && rod.lengthFrom === rod.lengthTo) &&
      this.strut?.from === this.strut?.to;
    const fitted = asMeasured
      ? measured
      : this.follow(measured, 1, 0.25, LEAST_STEP, (pose, share) =>
          this.settle(pose, share, input.wheel.center.z),
        );
    if (!fitted)
      throw new Refusal('no-solution', 'These parts do not go together: the links cannot meet.', 'fitted');
    this.fittedPose = fitted;
  }

  /** The knuckle as fitted, at the height it was measured at. */
  get ride(): Pose {
    return this.fittedPose;
  }

  /**
   * The pose at a travel, from another at its travel.
   * @param travel rise of the wheel's center against the body since ride, mm
   * @returns null where the links cannot follow
   */
  poseAt(
    travel: number,
    from: { travel: number; pose: Pose } = { travel: 0, pose: this.fittedPose },
  ): Pose | null {
    const { z } = this.input.wheel.center;
    return this.follow(from.pose, travel - from.travel, STEP, LEAST_STEP, (pose, gone) =>
      this.settle(pose, 1, z + from.travel + gone),
    );
  }

  /** Where a point stands that goes with the knuckle. @param point as measured at ride */
  placeOf(point: Point3, { turn, center }: Pose): Vector {
    return plus(center, turned(turn, minus(vectorOf(point), vectorOf(this.input.wheel.center))));
  }

  /** Goes a way in steps, smaller ones where a pose is not found. */
  private follow(
    start: Pose,
    way: number,
    step: number,
    least: number,
    settle: (pose: Pose, gone: number) => Pose | null,
  ): Pose | null {
    let [pose, gone, by] = [start, 0, Math.min(step, Math.abs(way))];
    if (way === 0) return settle(start, 0);
    const sign = Math.sign(way);
    while (gone < Math.abs(way)) {
      const next = Math.min(Math.abs(way), gone + by);
      const found = settle(pose, sign * next);
      if (found) {
        [pose, gone] = [found, next];
        by = Math.min(step, by * 2);
      } else {
        by /= 2;
        if (by < least) return null;
      }
    }
    return pose;
  }

  /** One pose near another, with the wheel's center at a height. @param share from measured (0) to fitted (1) */
  private settle(near: Pose, share: number, height: number): Pose | null {
    let { turn } = near;
    let center: Vector = [near.center[0], near.center[1], height];
    let gone = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const rows: number[][] = [];
      let off = 0;
      for (const rod of this.rods) {
        const from = rod.from === rod.to ? rod.from : between(rod.from, rod.to, share);
        const length = rod.lengthFrom + (rod.lengthTo - rod.lengthFrom) * share;
        const arm = turned(turn, rod.joint);
        const along = minus(plus(center, arm), from);
        const lever = cross(arm, along);
        const miss = (dot(along, along) - length * length) / 2;
        off = Math.max(off, Math.abs(miss) / length);
        rows.push([along[0], along[1], lever[0], lever[1], lever[2], -miss]);
      }
      if (this.strut) {
        const { foot, square, from, to } = this.strut;
        const toTop = minus(from === to ? from : between(from, to, share), center);
        const rest = minus(toTop, turned(turn, foot));
        for (const direction of square) {
          const now = turned(turn, direction);
          const lever = cross(now, toTop);
          const miss = dot(rest, now);
          off = Math.max(off, Math.abs(miss));
          rows.push([-now[0], -now[1], lever[0], lever[1], lever[2], -miss]);
        }
      }
      if (off < CLOSE) return { turn, center };
      const found = solveLinear(rows);
      if (!found) return null;
      const by: Vector = [found[2]!, found[3]!, found[4]!];
      gone += sizeOf(by);
      if (!(gone < TURN_MOST)) return null;
      turn = turnedOn(by, turn);
      center = [center[0] + found[0]!, center[1] + found[1]!, height];
    }
    return null;
  }
}

/** Where a point of an arm stands: it keeps its place along the arm's pivots, square to them, and across. */
export function placeOnArm(
  point: Vector,
  was: { front: Vector; rear: Vector; joint: Vector },
  now: { front: Vector; rear: Vector; joint: Vector },
): Vector {
  const basis = ({ front, rear, joint }: typeof was): Turn => {
    const along = unitOf(minus(rear, front));
    const out = minus(joint, front);
    const square = unitOf(minus(out, scaled(along, dot(out, along))));
    return [along, square, cross(along, square)];
  };
  const from = turned(basis(was), minus(point, was.front));
  const [along, square, across] = basis(now);
  return plus(
    now.front,
    plus(scaled(along, from[0]), plus(scaled(square, from[1]), scaled(across, from[2]))),
  );
}

/** The wheel's spin axis as measured: outboard, by camber and toe in degrees. */
function spinAtRide({ camber, toe }: KnuckleTravelInput['wheel']): Vector {
  const [c, t] = [toRad(camber), toRad(toe)];
  return [-Math.sin(t) * Math.cos(c), Math.cos(t) * Math.cos(c), -Math.sin(c)];
}

const angleBetween = (a: Vector, b: Vector) => toDeg(Math.atan2(sizeOf(cross(a, b)), dot(a, b)));

/** Everything that is read off a knuckle in one pose. */
export function rowAt(knuckle: Knuckle, pose: Pose, travel: number): TravelRow {
  const { input } = knuckle;
  const { arms = [], strut, wheel, fitted, damper, shaft, lines } = input;
  const spin = turned(pose.turn, spinAtRide(wheel));
  const down = unitOf(minus([0, 0, -1], scaled(spin, -spin[2])));
  const row: TravelRow = {
    travel,
    camber: toDeg(Math.asin(-spin[2])),
    toe: toDeg(Math.atan2(-spin[0], spin[1])),
    center: pointOf(pose.center),
    contact: pointOf(plus(pose.center, scaled(down, wheel.radius))),
    caster: null,
  };
  const joints = arms.map(({ joint }) => knuckle.placeOf(joint, pose));
  const upper = joints[1] ?? (strut ? vectorOf(fitted?.strut?.top ?? strut.top) : null);
  if (joints[0] && upper) row.caster = toDeg(Math.atan2(upper[0] - joints[0][0], upper[2] - joints[0][2]));
  if (damper) {
    const at = damper.arm;
    const foot =
      at === undefined
        ? knuckle.placeOf(damper.foot, pose)
        : placeOnArm(
            vectorOf(damper.foot),
            {
              front: vectorOf(arms[at]!.front),
              rear: vectorOf(arms[at]!.rear),
              joint: vectorOf(arms[at]!.joint),
            },
            {
              front: vectorOf(fitted?.arms?.[at]?.front ?? arms[at]!.front),
              rear: vectorOf(fitted?.arms?.[at]?.rear ?? arms[at]!.rear),
              joint: joints[at]!,
            },
          );
    row.damper = sizeOf(minus(vectorOf(damper.body), foot));
  }
  if (shaft) {
    const along = minus(knuckle.placeOf(shaft.outer, pose), vectorOf(shaft.inner));
    row.shaft = {
      length: sizeOf(along),
      innerDeg: angleBetween(along, [0, 1, 0]),
      outerDeg: angleBetween(along, spin),
    };
  }
  if (lines)
    row.lines = lines.map(({ body, knuckle: end }) =>
      sizeOf(minus(knuckle.placeOf(end, pose), vectorOf(body))),
    );
  return row;
}

/**
 * A right-hand knuckle through its travel: camber (top outward +), toe (in +) and caster (top rearward +) in degrees, the
 * wheel's center and lowest point, and the lengths of damper, shaft and lines, mm. The knuckle is one rigid body on links that
 * keep their lengths; each pose is the one that continues from ride.
 * @returns a row for each travel, in the order asked
 * @throws Refusal for other than five constraints, points that coincide, and a travel the links cannot follow
 */
export function travelKnuckle(input: KnuckleTravelInput): { rows: TravelRow[] } {
  const damperArm = input.damper?.arm;
  if (damperArm !== undefined && !input.arms?.[damperArm])
    throw new Refusal('no-arm', 'The damper stands on an arm that is not there.', 'damper.arm');
  if (input.shaft) apart(vectorOf(input.shaft.inner), vectorOf(input.shaft.outer), 'shaft.outer');
  const knuckle = new Knuckle(input);
  const rows: TravelRow[] = [];
  for (const side of [1, -1]) {
    let from = { travel: 0, pose: knuckle.ride };
    const outward = input.travel
      .map((travel, at) => ({ travel, at }))
      .filter(({ travel }) => (side > 0 ? travel >= 0 : travel < 0))
      .sort((a, b) => side * (a.travel - b.travel));
    for (const { travel, at } of outward) {
      const pose = knuckle.poseAt(travel, from);
      if (!pose)
        throw new Refusal(
          'no-solution',
          `The links cannot follow to a travel of ${travel} mm: they bind before.`,
          `travel[${at}]`,
        );
      from = { travel, pose };
      rows[at] = rowAt(knuckle, pose, travel);
    }
  }
  return { rows };
}
