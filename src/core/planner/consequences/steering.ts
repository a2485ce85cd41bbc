import { adjustCamber } from '../../calc/camber.adjust';
import { angleOfLink } from '../../calc/link.angle';
import { lengthOf, toDeg, toRad } from '../../calc/geometry';
import { linksAt, radiusArmAt } from '../../motion/solid';
import { hasFourLinks, isIndependent } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, ceilToStep, inMotion, largestSize } from '../consequence';
import type { OneEnd } from '../measures';
import { alignedWheel, movingWheel, wheelIn } from '../moving';
import { cappedLift } from './cap';
import { add } from './cure';
import { describeWedge } from './wedge-words';

const linksOf = (car: CarStand, targetCaster?: number) =>
  linksAt(car.v.front, car.axles.front, car.axleLift.front, targetCaster);

/** Caster against the frame, degrees. */
function casterOnFrame(car: CarStand): number {
  const { v, axles, setup } = car;
  const axle = axles.front;
  const bush = axle.total('casterBush', 'deg');
  if (setup.front === 'coil-radius') return radiusArmAt(v.front, axle, car.axleLift.front).casterAfter;
  if (hasFourLinks(setup.front)) return linksOf(car).casterAfter + bush;
  // An axle on leaves turns with its chord: with the rear eye going up its top tips forward, and caster goes. A wedge
  // that tips it back gives it.
  if (axle.leaf) return v.front.caster! - axle.leaf.rotationDeg + bush + axle.total('wedge', 'deg');
  return v.front.caster! + bush;
}

/** How far lift leans an independent wheel outward, degrees. */
const camberChange = (car: CarStand, end: OneEnd) =>
  alignedWheel(car, end).row.camber - car.v[end].camberNow!;

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
  car.v[end].camberGoal! - (car.v[end].camberNow! + camberChange(car, end));

const camber = (end: OneEnd): Consequence => ({
  id: `${end}.camber`,
  name: 'Camber to be set back',
  end,
  unit: 'deg',
  applies: (car) => isIndependent(car.setup[end]),
  ...inMotion(
    (car) => [camberNeeded(car, end)],
    ([needed]) => Math.abs(adjustCamber({ needed: needed!, ways: [] }).left),
  ),
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

/** The tie rod at ride, degrees its outer end lies below its inner. */
function tieDeg(car: CarStand): number {
  if (isIndependent(car.setup.front)) {
    const { tieOuter } = alignedWheel(car, 'front');
    const inner = movingWheel(car, 'front').tieInner;
    return toDeg(Math.atan2(inner[2] - tieOuter[2], tieOuter[1] - inner[1]));
  }
  return plainTie(car).after;
}

/** On a cart the wheel goes up and down on its spindle alone. */
const plainTie = ({ v, axles, axleLift }: CarStand) =>
  angleOfLink({
    run: v.front.tieRun!,
    drop: v.front.tieDrop!,
    lift: axleLift.front - axles.front.total('spindle', 't'),
    innerLowered: axles.front.total('tieDrop', 't') + axles.front.total('subframeDrop', 't'),
    limitDeg: v.front.tieLimit!,
  });
const hasTie = (car: CarStand) => !Number.isNaN(car.v.front.tieRun);

/** How much longer or shorter a tie rod has to be for the toe the wheel had, mm. */
export function toeMove(car: CarStand, end: OneEnd): number {
  if (isIndependent(car.setup[end])) return movingWheel(car, end).tieRodFor(wheelIn(car, end, 'ride'), 0);
  const { after, before } = plainTie(car);
  const long = lengthOf(car.v.front.tieRun!, car.v.front.tieDrop!);
  return long * Math.cos(toRad(before)) - long * Math.cos(toRad(after));
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
        const now = linksOf(car, goal);
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
    ...inMotion((car) => [toeMove(car, 'front')], largestSize),
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
    ...inMotion((car) => [tieDeg(car)], largestSize),
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
