import { adjustCamber } from '../../calc/camber.adjust';
import { camberByLift } from '../../calc/camber.lift';
import { casterOnFourLinks } from '../../calc/caster.fourLink';
import { casterOnRadiusArm } from '../../calc/caster.radiusArm';
import { angleOfLink } from '../../calc/link.angle';
import { distance, lengthOf, toRad } from '../../calc/geometry';
import { hasFourLinks, isIndependent } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, ceilToStep } from '../consequence';
import type { OneEnd } from '../measures';
import { cappedLift } from './cap';
import { add } from './cure';
import { describeWedge } from './wedge-words';

/** A plan's lift is small and ten thousand draws are asked of it: fewer steps follow the links than the calculator takes. */
const LINK_STEPS = 2;

export function fourLinksOf(car: CarStand, end: OneEnd, targetCaster?: number) {
  if (targetCaster !== undefined) return followLinks(car, end, targetCaster);
  return end === 'front'
    ? (car.memo.frontLinks ??= followLinks(car, end))
    : (car.memo.rearLinks ??= followLinks(car, end));
}

function followLinks(car: CarStand, end: OneEnd, targetCaster?: number) {
  const { v, axles, axleLift } = car;
  const axle = axles[end];
  const f = v[end];
  const drop = axle.total('bracketDrop', 't');
  const axleLower = { x: f.axleLowerX!, y: f.axleLowerY! };
  const axleUpper = { x: f.axleUpperX!, y: f.axleUpperY! };
  const frameLower = { x: f.frameLowerX!, y: f.frameLowerY! };
  const frameUpper = { x: f.frameUpperX!, y: f.frameUpperY! };
  return casterOnFourLinks(
    {
      axleLower,
      axleUpper,
      frameLower,
      frameUpper,
      casterBefore: end === 'front' ? f.caster! : 0,
      // Brackets that lower the frame's joints take their drop off the lift the links see.
      lift: axleLift[end] - drop,
      newLowerLength: distance(axleLower, frameLower) + axle.total('linkSet', 'lower'),
      newUpperLength: distance(axleUpper, frameUpper) + axle.total('linkSet', 'upper'),
      targetCaster,
    },
    LINK_STEPS,
  );
}

/** Caster against the frame, degrees. */
function casterOnFrame(car: CarStand): number {
  const { v, axles, setup } = car;
  const axle = axles.front;
  const bush = axle.total('casterBush', 'deg');
  if (setup.front === 'coil-radius') return radiusArmOf(car).casterAfter;
  if (hasFourLinks(setup.front)) return fourLinksOf(car, 'front').casterAfter + bush;
  // An axle on leaves turns with its chord: with the rear eye going up its top tips forward, and caster goes. A wedge
  // that tips it back gives it.
  if (axle.leaf) return v.front.caster! - axle.leaf.rotationDeg + bush + axle.total('wedge', 'deg');
  return v.front.caster! + bush;
}

export function radiusArmOf(car: CarStand) {
  const { v, axles, axleLift } = car;
  return casterOnRadiusArm({
    arm: v.front.arm!,
    rise: v.front.armRise!,
    lift: axleLift.front,
    casterBefore: v.front.caster!,
    mountDrop: axles.front.total('bracketDrop', 't'),
    bushingDeg: axles.front.total('casterBush', 'deg'),
  });
}

/** What lift does to camber and to the lower joint's place, for an independent axle. */
export const camberOf = (car: CarStand, end: OneEnd) =>
  end === 'front'
    ? (car.memo.frontCamber ??= swungCamber(car, end))
    : (car.memo.rearCamber ??= swungCamber(car, end));

function swungCamber(car: CarStand, end: OneEnd) {
  const { v, axles, axleLift } = car;
  const f = v[end];
  const pivot = { x: f.pivotX!, y: f.pivotY! };
  const joint = { x: f.jointX!, y: f.jointY! };
  // A lowered subframe takes the pivots down with it.
  const lift = axleLift[end] - axles[end].total('subframeDrop', 't') - axles[end].total('spindle', 't');
  if (axles[end].kind === 'strut') {
    return camberByLift({
      kind: 'strut',
      armPivot: pivot,
      ballJoint: joint,
      top: { x: f.topX!, y: f.topY! },
      lift,
      topDrop: axles[end].topDrop,
    });
  }
  return camberByLift({
    kind: 'wishbone',
    lowerPivot: pivot,
    lowerJoint: joint,
    upperPivot: { x: f.upperPivotX!, y: f.upperPivotY! },
    upperJoint: { x: f.upperJointX!, y: f.upperJointY! },
    lift,
  });
}

function camberWays(car: CarStand, end: OneEnd) {
  const f = car.v[end];
  return [
    { id: 'as built', shift: f.camberShift!, lever: f.camberLever! },
    ...car.axles[end].parts
      .filter((part) => part.kind === 'camberKit')
      .map((part) => ({ id: part.name, shift: part.set.shift!, lever: part.set.lever! })),
  ];
}

const camberNeeded = (car: CarStand, end: OneEnd) =>
  car.v[end].camberGoal! - (car.v[end].camberNow! + camberOf(car, end).camberChange);

const camber = (end: OneEnd): Consequence => ({
  id: `${end}.camber`,
  name: 'Camber to be set back',
  end,
  unit: 'deg',
  applies: (car) => isIndependent(car.setup[end]),
  figure: (car) => Math.abs(adjustCamber({ needed: camberNeeded(car, end), ways: [] }).left),
  limit: (car) => ({
    most: adjustCamber({ needed: 0, ways: camberWays(car, end) }).available,
    from: car.axles[end].count('camberKit')
      ? 'the adjuster there is, with what the plan adds'
      : 'the adjuster there is',
  }),
  why: 'A lift that uses the adjustment up cannot be aligned: the tire wears on one edge.',
  cures: (car, figure) => {
    const { available } = adjustCamber({ needed: 0, ways: camberWays(car, end) });
    const lever = car.v[end].camberLever!;
    const shift = ceilToStep(Math.tan(toRad(figure - available + 0.25)) * lever, 0.5);
    return [
      add('camberKit', end, { shift, lever }, 'Camber cam or arm with more range'),
      ...cappedLift(camber(end), car, end),
    ];
  },
});

const tie = (car: CarStand) => {
  const { v, axles, axleLift } = car;
  return angleOfLink({
    run: v.front.tieRun!,
    drop: v.front.tieDrop!,
    lift: axleLift.front - axles.front.total('spindle', 't'),
    innerLowered: axles.front.total('tieDrop', 't') + axles.front.total('subframeDrop', 't'),
    limitDeg: v.front.tieLimit!,
  });
};
const hasTie = (car: CarStand) => !Number.isNaN(car.v.front.tieRun);

/** How far the tie rod's outer end comes off its place when the wheel goes down, less what the ball joint does, mm. */
function toeMove(car: CarStand): number {
  const { v } = car;
  const { after, before } = tie(car);
  const run = v.front.tieRun!;
  const long = lengthOf(run, v.front.tieDrop!);
  const shorter = long * Math.cos(toRad(before)) - long * Math.cos(toRad(after));
  const joint = isIndependent(car.setup.front) ? camberOf(car, 'front').trackChange / 2 : 0;
  return Math.abs(shorter + joint);
}

/** Wedges that give caster back on a front axle on leaves: which way they lie goes with where the spring sits. */
function frontWedge(car: CarStand, short: number) {
  const deg = ceilToStep(short + 0.1, 0.5);
  return add('wedge', 'front', { deg }, describeWedge(car.setup.front, 'front', deg));
}

export const STEERING: Consequence[] = [
  {
    id: 'front.caster',
    name: 'Caster, against the road',
    end: 'front',
    unit: 'deg',
    applies: (car) => !Number.isNaN(car.v.front.caster),
    // Nose down takes caster off, nose up gives it.
    figure: (car) => casterOnFrame(car) - car.pitchDeg,
    limit: (car) => ({ least: car.v.front.casterLeast!, from: 'the least this car should have' }),
    why: 'With little caster it wanders and the wheel does not come back.',
    cures: (car, figure) => {
      const short = car.v.front.casterLeast! - figure;
      const bushes = add(
        'casterBush',
        'front',
        { deg: ceilToStep(short + 0.1, 0.25) },
        `Caster bushes, ${ceilToStep(short + 0.1, 0.25)}°`,
      );
      if (car.setup.front === 'coil-radius') {
        const drop = ceilToStep(Math.sin(toRad(short + 0.2)) * car.v.front.arm!, 5);
        return [bushes, add('bracketDrop', 'front', { t: drop }, `Arm drop brackets, ${drop} mm`)];
      }
      if (hasFourLinks(car.setup.front)) {
        const goal = car.v.front.casterLeast! + car.pitchDeg + 0.2;
        const now = fourLinksOf(car, 'front', goal);
        const set = {
          lower: Math.round((now.lowerForTarget! - now.lowerLength) * 2) / 2,
          upper: Math.round((now.upperForTarget! - now.upperLength) * 2) / 2,
        };
        return [add('linkSet', 'front', set, 'Adjustable links, set on the bench'), bushes];
      }
      if (car.axles.front.leaf) return [frontWedge(car, short), bushes];
      return [bushes];
    },
  },
  camber('front'),
  camber('rear'),
  {
    id: 'front.toe',
    name: 'Toe to be taken back at each tie rod',
    end: 'front',
    unit: 'mm',
    applies: hasTie,
    figure: toeMove,
    limit: (car) => ({
      most: car.v.front.tieThread! + car.axles.front.total('tieRod', 'thread'),
      from: 'the thread left on the tie rods',
    }),
    why: 'Toe that cannot be set back scrubs both front tires from the first kilometer.',
    cures: (car, figure) => [
      add(
        'tieRod',
        'front',
        {
          thread: ceilToStep(
            figure - car.v.front.tieThread! - car.axles.front.total('tieRod', 'thread') + 2,
            1,
          ),
        },
        'Tie rods with more thread',
      ),
    ],
  },
  {
    id: 'front.tie-rod',
    name: 'Tie rod, how steep',
    end: 'front',
    unit: 'deg',
    applies: hasTie,
    figure: (car) => Math.abs(tie(car).after),
    limit: (car) => ({ most: car.v.front.tieLimit!, from: 'the joint’s range on this car' }),
    why: 'A steep tie rod steers by itself over every bump, and its joint binds at the end.',
    cures: (car) => {
      const { v, axles, axleLift } = car;
      const now =
        v.front.tieDrop! +
        axleLift.front -
        axles.front.total('spindle', 't') -
        axles.front.total('tieDrop', 't') -
        axles.front.total('subframeDrop', 't');
      const may = Math.tan(toRad(v.front.tieLimit! - 0.5)) * v.front.tieRun!;
      return [add('tieDrop', 'front', { t: ceilToStep(now - may, 1) }, 'Dropped pitman arm or rack')];
    },
  },
];
