import {
  Knuckle,
  type KnuckleTravelInput,
  type Pose,
  type TravelRow,
  placeOnArm,
  rowAt,
  vectorOf,
} from '../calc/knuckle.travel';
import { toDeg, toRad } from '../calc/geometry';
import {
  NO_TURN,
  type Vector,
  dot,
  minus,
  plus,
  scaled,
  sizeOf,
  turned,
  turnedOn,
  unitOf,
} from '../calc/vector';
import { Refusal } from '../refusal';
import type { AxleStand } from '../planner/axle-stand';
import type { Figures } from '../planner/figures';
import { type WheelPoints, fittedWheel, wheelPoints } from './points';

/** Where an axle is looked at: as it stands, hanging at full droop, pressed to its bump stop. */
export const STATES = ['ride', 'droop', 'bump'] as const;
export type MotionState = (typeof STATES)[number];

/** Where the parts of an independent wheel stand in one pose. */
export interface WheelPlace {
  travel: number;
  row: TravelRow;
  pose: Pose;
  /** Lower joint and upper joint, or the strut's top. */
  lower: Vector;
  upper: Vector;
  tieOuter: Vector;
  damperFoot: Vector;
  shaftOuter: Vector;
}

const ROUNDS = 40;
const PLACES_KEPT = 64;
/** Each brings the toe closer by far more than the last: to well below what a gauge reads. */
const TOE_ROUNDS = 4;

/** An independent wheel that moves: its links as fitted, through its travel and its steering. */
export class IndependentWheel {
  readonly points: WheelPoints;
  readonly fitted: KnuckleTravelInput;
  private readonly knuckle: Knuckle;
  private readonly seen = new Map<number, WheelPlace>();
  private bare: WheelPlace | null = null;

  /**
   * @param f the axle's figures @param axle as it stands with its parts
   * @throws Refusal where the links do not go together
   */
  constructor(f: Figures, axle: Pick<AxleStand, 'kind' | 'total' | 'topDrop'>) {
    this.points = wheelPoints(f, axle.kind);
    this.fitted = fittedWheel(this.points, axle as AxleStand);
    this.knuckle = new Knuckle(this.fitted);
  }

  /**
   * The wheel at a travel, straight ahead as its tie rod leaves it.
   * @param travel rise of the wheel against the body since it was measured, mm
   * @throws Refusal where the links cannot follow
   */
  at(travel: number): WheelPlace {
    const before = this.seen.get(travel);
    if (before) return before;
    // The nearest pose on the way is a start: poses are followed, never guessed.
    let from = { travel: 0, pose: this.knuckle.ride };
    for (const { travel: there, pose } of this.seen.values())
      if (
        Math.sign(there) === Math.sign(travel) &&
        Math.abs(there) < Math.abs(travel) &&
        Math.abs(there) > Math.abs(from.travel)
      )
        from = { travel: there, pose };
    const pose = this.knuckle.poseAt(travel, from);
    if (!pose)
      throw new Refusal(
        'no-solution',
        `The arms cannot follow ${Math.abs(Math.round(travel))} mm ${travel < 0 ? 'down' : 'up'}: they bind before.`,
        'travel',
      );
    const place = this.placeIn(pose, travel);
    // A wheel that is moved by hand is asked for many places: the first of them do as starts.
    if (this.seen.size < PLACES_KEPT) this.seen.set(travel, place);
    return place;
  }

  /** The same wheel steered: turned about its steering axis. @param deg + toes in */
  steered(place: WheelPlace, deg: number): WheelPlace {
    if (deg === 0) return place;
    const { lower, upper, pose } = place;
    // Toeing in is a turn of the spin axis forward, seen from above toward −x.
    const axis = scaled(unitOf(minus(upper, lower)), toRad(deg));
    const turn = turnedOn(axis, pose.turn);
    const about = turnedOn(axis, NO_TURN);
    const center = plus(lower, turned(about, minus(pose.center, lower)));
    return this.placeIn({ turn, center }, place.travel);
  }

  /**
   * How far a steering rack has to move for a turn of this wheel: the tie rod keeps its length.
   * @returns the inner joint's move outboard, mm
   * @throws Refusal where the rod cannot reach
   */
  rackFor(place: WheelPlace, deg: number): number {
    const { tieOuter } = this.steered(place, deg);
    const [x, y, z] = this.tieInner;
    const reach = this.tieRod ** 2 - (tieOuter[0] - x) ** 2 - (tieOuter[2] - z) ** 2;
    if (reach <= 0) throw new Refusal('no-solution', 'The tie rod cannot follow that far a turn.', 'lockDeg');
    return tieOuter[1] - Math.sqrt(reach) - y;
  }

  /**
   * The wheel as a rack holds it.
   * @param rack how far the inner joint stands outboard of its straight-ahead place, mm
   * @throws Refusal where the rack goes farther than the tie rod can turn the wheel
   */
  onRack(place: WheelPlace, rack: number): WheelPlace {
    if (rack === 0) return place;
    const mostDeg = 60;
    const off = (deg: number) => this.rackFor(place, deg) - rack;
    const ends = [-mostDeg, mostDeg].map((deg) => {
      // A rod that cannot reach so far is reached before: look nearer.
      for (let at = deg; Math.abs(at) > 5; at *= 0.9) {
        try {
          return { deg: at, off: off(at) };
        } catch {
          continue;
        }
      }
      return null;
    });
    if (!ends[0] || !ends[1] || ends[0].off * ends[1].off > 0)
      throw new Refusal('no-solution', 'The rack goes farther than the tie rod can turn the wheel.', 'rack');
    let [low, high] = [ends[0].deg, ends[1].deg];
    const rising = ends[1].off > 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const middle = (low + high) / 2;
      if (off(middle) > 0 === rising) high = middle;
      else low = middle;
    }
    return this.steered(place, (low + high) / 2);
  }

  /** The wheel turned about its steering axis to a toe, degrees in. */
  withToe(place: WheelPlace, toe: number): WheelPlace {
    let deg = 0;
    for (let round = 0; round < TOE_ROUNDS; round += 1) deg += toe - this.steered(place, deg).row.toe;
    return this.steered(place, deg);
  }

  /** How much longer the tie rod has to be for a toe, mm; minus is shorter. */
  tieRodFor(place: WheelPlace, toe: number): number {
    return sizeOf(minus(this.withToe(place, toe).tieOuter, this.tieInner)) - this.tieRod;
  }

  get tieInner(): Vector {
    return vectorOf(this.fitted.fitted?.links?.[0]?.body ?? this.points.links[0]!.body);
  }
  /** The damper's top, as fitted. */
  get damperTop(): Vector {
    return vectorOf(this.fitted.damper!.body);
  }
  /** Length of the tie rod, mm. */
  get tieRod(): number {
    const { body, joint } = this.points.links[0]!;
    return sizeOf(minus(vectorOf(joint), vectorOf(body)));
  }

  /** Inner ends of the lower arm and of the upper one, as fitted. */
  pivots(): { lower: { front: Vector; rear: Vector }; upper: { front: Vector; rear: Vector } | null } {
    const arm = (at: 0 | 1) => {
      const measured = this.points.arms[at];
      if (!measured) return null;
      const now = this.fitted.fitted?.arms?.[at];
      return { front: vectorOf(now?.front ?? measured.front), rear: vectorOf(now?.rear ?? measured.rear) };
    };
    return { lower: arm(0)!, upper: arm(1) };
  }

  /** How far the upper arm swung on its joint since it was built, degrees. */
  upperSwing(place: WheelPlace): number {
    const upper = this.points.arms[1];
    if (!upper) return 0;
    const between = (inner: Vector, joint: Vector, lower: Vector) => {
      const [a, b] = [unitOf(minus(inner, joint)), unitOf(minus(lower, joint))];
      return toDeg(Math.acos(Math.max(-1, Math.min(1, dot(a, b)))));
    };
    const middle = (front: Vector, rear: Vector) => scaled(plus(front, rear), 0.5);
    const { front, rear } = this.pivots().upper!;
    return Math.abs(
      between(middle(front, rear), place.upper, place.lower) -
        between(
          middle(vectorOf(upper.front), vectorOf(upper.rear)),
          vectorOf(upper.joint),
          vectorOf(this.points.arms[0]!.joint),
        ),
    );
  }

  /** How far the upper arm's cross member stands outboard of the damper's line, at its own height, mm. */
  upperToDamper(place: WheelPlace): number {
    const { front, rear } = this.pivots().upper!;
    const inner = scaled(plus(front, rear), 0.5);
    const member = plus(inner, scaled(minus(place.upper, inner), MEMBER));
    const body = vectorOf(this.fitted.damper!.body);
    const foot = place.damperFoot;
    const share = (member[2] - foot[2]) / (body[2] - foot[2]);
    return member[1] - (foot[1] + (body[1] - foot[1]) * share);
  }

  /** The wheel as it was measured, before any part. */
  get asMeasured(): WheelPlace {
    if (!this.bare) {
      const knuckle = new Knuckle({ ...this.points, travel: [] });
      this.bare = this.placeIn(knuckle.ride, 0, knuckle);
    }
    return this.bare;
  }

  private placeIn(pose: Pose, travel: number, knuckle = this.knuckle): WheelPlace {
    const { arms, links, strut, shaft, damper } = this.points;
    const lower = knuckle.placeOf(arms[0]!.joint, pose);
    const upper = arms[1]
      ? knuckle.placeOf(arms[1].joint, pose)
      : vectorOf(knuckle.input.fitted?.strut?.top ?? strut!.top);
    const armNow = knuckle.input.fitted?.arms?.[0];
    const { front, rear, joint } = arms[0]!;
    return {
      travel,
      row: rowAt(knuckle, pose, travel),
      pose,
      lower,
      upper,
      tieOuter: knuckle.placeOf(links[0]!.joint, pose),
      shaftOuter: knuckle.placeOf(shaft.outer, pose),
      damperFoot:
        damper.arm === undefined
          ? knuckle.placeOf(damper.foot, pose)
          : placeOnArm(
              vectorOf(damper.foot),
              { front: vectorOf(front), rear: vectorOf(rear), joint: vectorOf(joint) },
              {
                front: vectorOf(armNow?.front ?? front),
                rear: vectorOf(armNow?.rear ?? rear),
                joint: lower,
              },
            ),
    };
  }
}

/** How far out on the upper arm its cross member lies that passes the spring, share of its length. */
const MEMBER = 0.7;
