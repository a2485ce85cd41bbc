import { CORNERS, type Corner, endOfCorner } from '../corners';
import { toDeg, toRad } from '../calc/geometry';
import { Knuckle, rowAt } from '../calc/knuckle.travel';
import { solveLinear } from '../calc/linear';
import {
  type AlignmentReadings,
  type AlignmentSpec,
  type Range,
  judgeAlignment,
} from '../calc/alignment.verdict';
import { Refusal } from '../refusal';
import { isIndependent } from '../planner/axle-kinds';
import type { CarStand } from '../planner/car-stand';
import type { OneEnd } from '../planner/measures';
import { movingWheel, spindleOf } from '../planner/moving';

/**
 * The alignment coach: from what the rack read before and the adjusters an axle has, what to turn, which way and how far,
 * and what will be left. Adjusters move each other's angles: they are solved together, on the car in motion.
 */

/** What can be turned at one wheel, or for both at once. */
export const ADJUSTERS = {
  'cam-front': { name: 'front cam of the lower arm', unit: 'mm', plus: 'out', minus: 'in' },
  'cam-rear': { name: 'rear cam of the lower arm', unit: 'mm', plus: 'out', minus: 'in' },
  slot: { name: 'camber slot or cam', unit: 'mm', plus: 'top out', minus: 'top in' },
  tie: { name: 'tie rod', unit: 'mm', plus: 'longer', minus: 'shorter' },
  sleeve: { name: 'tie-rod sleeve', unit: 'mm', plus: 'longer', minus: 'shorter' },
} as const;
export type AdjusterId = keyof typeof ADJUSTERS;

/** By how much each adjuster of a wheel is moved, mm. */
export type Moves = Partial<Record<AdjusterId, number>>;
export type WheelMoves = Partial<Record<Corner, Moves>>;

interface Angles {
  caster?: number;
  camber?: number;
  toe?: number;
}

/** One thing to turn. */
export interface Turn {
  corner: Corner;
  adjuster: AdjusterId;
  /** mm, by the adjuster's own sign. */
  by: number;
  /** Degrees of a cam, turns of a rod. */
  turn: { value: number; unit: 'deg' | 'turns' } | null;
  /** It is at its end. */
  atEnd: boolean;
}

export interface Coached {
  turns: Turn[];
  /** What the sheet will read then. */
  after: AlignmentReadings;
  /** What will not be in its range, by the spec's own judgement. */
  left: { angle: string; value: number; verdict: string }[];
  /** Angles nothing on this axle adjusts. */
  fixed: string[];
}

export interface CoachInput {
  car: CarStand;
  before: AlignmentReadings;
  spec: AlignmentSpec;
  casterGoal?: number | null;
  /** How far the steering wheel stands off center as it is driven straight, degrees; + is to the right. */
  wheelOffDeg?: number | null;
}

/** mm of a tie rod for one turn, of a sleeve with a thread each way for one turn, of a rack for one turn of the wheel. */
const ROD_PITCH = 1.5;
const SLEEVE_PITCH = 3;
const RACK_PER_TURN = 48;
/** What is worth turning for: below it nothing is said, mm. */
const LEAST = 0.15;
const ROUNDS = 8;
const NUDGE = 0.5;
/** Degrees that weigh alike: toe is set last and to the least, caster is the one given up first. */
const WEIGH: Record<keyof Angles, number> = { toe: 0.03, camber: 0.2, caster: 0.5 };

/** What this axle lets turn at each wheel, with how far each goes, mm. */
export function adjustersOf(car: CarStand, end: OneEnd): Partial<Record<AdjusterId, number>> {
  const f = car.v[end];
  const kind = car.setup[end];
  if (!isIndependent(kind)) return end === 'front' ? { sleeve: 40 } : {};
  const thread = f.tieThread! + car.axles[end].total('tieRod', 'thread');
  const kit = car.axles[end].parts.find((part) => part.kind === 'camberKit');
  const shift = kit?.set.shift ?? f.camberShift!;
  if (kind === 'coilover' && end === 'front') return { 'cam-front': shift, 'cam-rear': shift, tie: thread };
  return { slot: shift, tie: thread };
}

/**
 * Angles of a wheel with its adjusters moved, as the car in motion has them at ride. @throws Refusal where the links bind
 */
function anglesWith(car: CarStand, end: OneEnd, moves: Moves): Required<Omit<Angles, 'caster'>> & Angles {
  const f = car.v[end];
  const wheel = movingWheel(car, end);
  const { fitted } = wheel;
  const [front, rear] = [moves['cam-front'] ?? 0, moves['cam-rear'] ?? 0];
  const arms = fitted.arms!.map((arm, at) => {
    const now = { ...arm, ...fitted.fitted?.arms?.[at] };
    return at === 0
      ? {
          front: { ...now.front, y: now.front.y + front },
          rear: { ...now.rear, y: now.rear.y + rear },
        }
      : { front: now.front, rear: now.rear };
  });
  const [link] = fitted.links!;
  const body = fitted.fitted?.links?.[0]?.body ?? link!.body;
  const knuckle = new Knuckle({
    ...fitted,
    fitted: {
      ...fitted.fitted,
      arms,
      links: [{ body, length: wheel.tieRod + (moves.tie ?? 0) }],
    },
  });
  const travel = spindleOf(car, end) - car.axleLift[end];
  const pose = knuckle.poseAt(travel);
  if (!pose) throw new Refusal('no-solution', 'The links bind before they can be set so far.', 'before');
  const row = rowAt(knuckle, pose, travel);
  // A slot tips the knuckle over its lever; the rod holds what it holds.
  const slot = toDeg(Math.atan((moves.slot ?? 0) / f.camberLever!));
  return { caster: row.caster ?? undefined, camber: row.camber + slot, toe: row.toe };
}

/** How far each angle is moved by the adjusters of a wheel, degrees. @throws Refusal where the links bind */
export function anglesMoved(car: CarStand, corner: Corner, moves: Moves): Angles {
  const end = endOfCorner(corner);
  if (!isIndependent(car.setup[end])) {
    // One sleeve turns both wheels: half of it each.
    const toe = toDeg(Math.asin(Math.max(-1, Math.min(1, (moves.sleeve ?? 0) / 2 / steeringArm(car)))));
    return { toe: -toe };
  }
  const [now, then] = [anglesWith(car, end, {}), anglesWith(car, end, moves)];
  return {
    ...(now.caster !== undefined && end === 'front' && { caster: then.caster! - now.caster }),
    camber: then.camber - now.camber,
    toe: then.toe - now.toe,
  };
}

/** The arm from the steering axis to the tie rod, mm: behind the axle a longer sleeve toes out. */
const steeringArm = (car: CarStand) => (Number.isNaN(car.v.front.steerArm) ? 150 : car.v.front.steerArm!);

const middle = (range: Range | undefined): number | null =>
  range === undefined || (range.min === undefined && range.max === undefined)
    ? null
    : ((range.min ?? range.max! - 0.5) + (range.max ?? range.min! + 0.5)) / 2;

/** What a wheel is to read: the middle of its range, the goal for caster; what the spec leaves out stays. */
function wanted({ spec, casterGoal }: CoachInput, corner: Corner): Angles {
  if (endOfCorner(corner) === 'front') {
    const toe = middle(spec.front.toeTotal);
    return {
      caster: casterGoal ?? middle(spec.front.caster) ?? undefined,
      camber: middle(spec.front.camber) ?? undefined,
      ...(toe !== null && { toe: toe / 2 }),
    };
  }
  const toe = middle(spec.rear?.toeTotal);
  return { camber: middle(spec.rear?.camber) ?? undefined, ...(toe !== null && { toe: toe / 2 }) };
}

const ANGLES = ['caster', 'camber', 'toe'] as const;

/**
 * The moves of one wheel that bring its angles nearest to where they are to go, each within its reach: least squares on the
 * car in motion, an adjuster at its end held there and the others solved again.
 */
function solveWheel(
  car: CarStand,
  corner: Corner,
  by: Angles,
  reach: Partial<Record<AdjusterId, number>>,
): Moves {
  const ids = Object.keys(reach) as AdjusterId[];
  const moves: Moves = Object.fromEntries(ids.map((id) => [id, 0]));
  const asked = ANGLES.filter((angle) => by[angle] !== undefined);
  const missOf = (at: Moves) => {
    const moved = anglesMoved(car, corner, at);
    return asked.map((angle) => ((moved[angle] ?? 0) - by[angle]!) / WEIGH[angle]);
  };
  const held = new Set<AdjusterId>();
  for (let round = 0; round < ROUNDS; round += 1) {
    const free = ids.filter((id) => !held.has(id));
    if (!free.length) break;
    const miss = missOf(moves);
    const slopes = free.map((id) => {
      const nudged = missOf({ ...moves, [id]: moves[id]! + NUDGE });
      return nudged.map((value, at) => (value - miss[at]!) / NUDGE);
    });
    const rows = free.map((_, i) => [
      ...free.map((__, j) => dotOf(slopes[i]!, slopes[j]!) + (i === j ? 1e-6 : 0)),
      -dotOf(slopes[i]!, miss),
    ]);
    const step = solveLinear(rows);
    if (!step) break;
    let clamped = false;
    free.forEach((id, at) => {
      const next = moves[id]! + step[at]!;
      const most = reach[id]!;
      if (Math.abs(next) > most) {
        moves[id] = Math.sign(next) * most;
        held.add(id);
        clamped = true;
      } else moves[id] = next;
    });
    if (!clamped && Math.max(...step.map(Math.abs)) < 1e-4) break;
  }
  return moves;
}
const dotOf = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, value, at) => sum + value * b[at]!, 0);

const turnOf = (adjuster: AdjusterId, by: number, reach: number): Turn['turn'] => {
  if (adjuster === 'tie') return { value: Math.abs(by) / ROD_PITCH, unit: 'turns' };
  if (adjuster === 'sleeve') return { value: Math.abs(by) / SLEEVE_PITCH, unit: 'turns' };
  // An eccentric shifts by its throw times the sine of its turn.
  return { value: toDeg(Math.asin(Math.min(1, Math.abs(by) / reach))), unit: 'deg' };
};

/** The readings with adjusters moved: what a rack would read. @throws Refusal where the links bind */
export function readingsWith(car: CarStand, before: AlignmentReadings, moves: WheelMoves): AlignmentReadings {
  const read = (corner: Corner) => {
    const was = before[corner] as Angles | undefined;
    if (!was) return undefined;
    const moved = anglesMoved(car, corner, moves[corner] ?? {});
    return Object.fromEntries(
      Object.entries(was).map(([angle, value]) => [
        angle,
        value === undefined ? undefined : value + (moved[angle as keyof Angles] ?? 0),
      ]),
    );
  };
  return {
    ...before,
    ...Object.fromEntries(CORNERS.flatMap((corner) => (before[corner] ? [[corner, read(corner)]] : []))),
  } as AlignmentReadings;
}

/**
 * What to turn at each wheel for the middle of its ranges, both sides by the same target, the steering wheel centered.
 * @returns the turns, what will be read, what will be left, and what nothing here adjusts
 * @throws Refusal where the links cannot be set so
 */
export function coachAlignment(input: CoachInput): Coached {
  const { car, before, spec, wheelOffDeg } = input;
  const moves: WheelMoves = {};
  const turns: Turn[] = [];
  const fixed = new Set<string>();
  for (const corner of CORNERS) {
    const read = before[corner] as Angles | undefined;
    const end = endOfCorner(corner);
    const goal = wanted(input, corner);
    if (!read) continue;
    const reach = adjustersOf(car, end);
    const by: Angles = {};
    for (const angle of ANGLES)
      if (goal[angle] !== undefined && read[angle] !== undefined) by[angle] = goal[angle]! - read[angle]!;
    if (!isIndependent(car.setup[end])) {
      for (const angle of ['caster', 'camber'] as const)
        if (by[angle] !== undefined && Math.abs(by[angle]!) > 0.05) fixed.add(`${angle}, ${end}`);
      if (end === 'rear') {
        if (Math.abs(by.toe ?? 0) > 0.05) fixed.add('toe, rear');
        continue;
      }
      if (by.toe === undefined) continue;
      // One sleeve for both wheels: solved once, on what both need together.
      const other = before[corner === 'LF' ? 'RF' : 'LF'].toe;
      const each = (2 * goal.toe! - read.toe! - other) / 2;
      const sleeve = -2 * steeringArm(car) * Math.sin(toRad(each));
      moves[corner] = { sleeve };
      if (corner === 'LF' && Math.abs(sleeve) > LEAST)
        turns.push({
          corner,
          adjuster: 'sleeve',
          by: sleeve,
          turn: turnOf('sleeve', sleeve, 40),
          atEnd: false,
        });
      continue;
    }
    if (end === 'front' && !('cam-front' in reach) && Math.abs(by.caster ?? 0) > 0.05) {
      fixed.add('caster, front');
      delete by.caster;
    }
    const solved = solveWheel(car, corner, by, reach);
    moves[corner] = solved;
    for (const id of Object.keys(reach) as AdjusterId[]) {
      let amount = solved[id] ?? 0;
      // Centered, the rack goes back by what the wheel stands off: each rod gives or takes that, one longer, one shorter.
      const centering =
        id === 'tie' && end === 'front'
          ? ((wheelOffDeg ?? 0) / 360) * RACK_PER_TURN * (corner === 'RF' ? 1 : -1)
          : 0;
      amount += centering;
      if (Math.abs(amount) <= LEAST) continue;
      turns.push({
        corner,
        adjuster: id,
        by: amount,
        turn: turnOf(id, amount, reach[id]!),
        atEnd: Math.abs(solved[id] ?? 0) >= reach[id]! - 1e-9,
      });
    }
  }
  const after = readingsWith(car, before, moves);
  const left = judgeAlignment({ spec: specOfRead(spec, after), readings: after })
    .items.filter(({ verdict }) => verdict !== 'in')
    .map(({ angle, value, verdict }) => ({ angle, value, verdict }));
  return { turns, after, left, fixed: [...fixed] };
}

/** Of a spec what was read: a sheet half typed is coached by what stands in it. */
function specOfRead(spec: AlignmentSpec, { LF, RF, LR, RR, setback }: AlignmentReadings): AlignmentSpec {
  const both = (angle: 'caster' | 'camber') => LF[angle] !== undefined && RF[angle] !== undefined;
  const { caster, camber, toeTotal, crossCaster, crossCamber, setback: most } = spec.front;
  const rear = (angle: 'camber' | 'toe') => LR?.[angle] !== undefined && RR?.[angle] !== undefined;
  return {
    front: {
      ...(toeTotal && { toeTotal }),
      ...(both('caster') && { caster, crossCaster }),
      ...(both('camber') && { camber, crossCamber }),
      ...(setback !== undefined && { setback: most }),
    },
    rear: {
      ...(rear('camber') && { camber: spec.rear?.camber }),
      ...(rear('toe') && { toeTotal: spec.rear?.toeTotal, thrust: spec.rear?.thrust }),
    },
  };
}

/** What the sheet after it said against what was said: by wheel and angle, degrees. */
export function againstSaid(
  said: AlignmentReadings,
  read: AlignmentReadings,
): { corner: Corner; angle: (typeof ANGLES)[number]; said: number; read: number; off: number }[] {
  return CORNERS.flatMap((corner) =>
    ANGLES.flatMap((angle) => {
      const [a, b] = [
        (said[corner] as Angles | undefined)?.[angle],
        (read[corner] as Angles | undefined)?.[angle],
      ];
      return a === undefined || b === undefined ? [] : [{ corner, angle, said: a, read: b, off: b - a }];
    }),
  );
}
