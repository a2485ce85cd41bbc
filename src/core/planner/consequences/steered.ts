import { dragLinkAt, rollAt } from '../../motion/solid';
import { toRad } from '../../calc/geometry';
import { hasTrackbar, isIndependent, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, ceilToStep, inMotion, largestSize } from '../consequence';
import { axleIn, hangsBy, movingWheel, spindleOf, wheelIn } from '../moving';
import { fitting } from './cap';
import { add } from './cure';
import { lockOf, stopsIn } from './hanging';
import { toeMove } from './steering';
import { GAP_LEAST, wheelOf } from './wheels';

/** What steers by itself when the car goes up and down, and what the turned wheel meets. */

/** How far bump steer is looked at, mm, and how much of it is felt, degrees. */
const BUMP = 25;
const SOLID_STEER_MOST = 0.9;
const WHEEL_STEER_MOST = 0.6;
const APART_MOST = 4;
const THRUST_MOST = 0.15;

const dragSteered = (car: CarStand) => hasTrackbar(car.setup.front) || isLeaf(car.setup.front);
const drag = (car: CarStand) => dragLinkAt(car.v.front, car.axles.front, car.axleLift.front);

/** The smallest drop of the drag link's or the rack's frame end that brings a figure back inside. */
const pitman = (rule: Consequence, car: CarStand) =>
  fitting(rule, car, 'front', {
    kind: 'tieDrop',
    key: 't',
    step: 5,
    most: 120,
    label: (t) => (dragSteered(car) ? `Dropped pitman arm, ${t} mm` : `Rack lowered, ${t} mm`),
  });

const dragOff: Consequence = {
  id: 'front.drag-link',
  name: 'Drag link to be set for a straight wheel',
  end: 'front',
  unit: 'mm',
  applies: dragSteered,
  ...inMotion((car) => [drag(car).lengthen], largestSize),
  limit: (car) => ({
    most: car.v.front.dragThread! + car.axles.front.total('dragSet', 'thread'),
    from: 'the thread left on its sleeve',
  }),
  why: 'The steering wheel stands off center and the box off its middle, where it is loose.',
  cures: (car, figure) => {
    const most = car.v.front.dragThread! + car.axles.front.total('dragSet', 'thread');
    const thread = ceilToStep(figure - most + 2, 1);
    return [
      add('dragSet', 'front', { thread }, `Drag link with ${thread} mm more thread`),
      ...pitman(dragOff, car),
    ];
  },
};

const dragSteers = (car: CarStand) => {
  const { up, down } = drag(car).bumpSteer;
  return [up, down];
};

/** Toe that an independent wheel takes by itself from 25 mm up to 25 mm down, degrees. */
function toeSteers(car: CarStand): number[] {
  const wheel = movingWheel(car, 'front');
  const ride = spindleOf(car, 'front') - hangsBy(car, 'front', 'ride');
  const here = wheel.at(ride).row.toe;
  return [BUMP, -BUMP].map((by) => wheel.at(ride + by).row.toe - here);
}

const bumpSteer: Consequence = {
  id: 'front.bump-steer',
  name: 'Steers by itself over 25 mm of bump',
  end: 'front',
  unit: 'deg',
  applies: (car) => dragSteered(car) || isIndependent(car.setup.front),
  ...inMotion((car) => (dragSteered(car) ? dragSteers(car) : toeSteers(car)), largestSize),
  limit: (car) => ({
    most: dragSteered(car) ? SOLID_STEER_MOST : WHEEL_STEER_MOST,
    from: 'the shop’s limit before it darts over ruts',
  }),
  why: 'Drag link or tie rod no longer swings with what carries the wheel: it darts on every bump.',
  cures: (car) => pitman(bumpSteer, car),
};

const slopesApart: Consequence = {
  id: 'front.slopes-apart',
  name: 'Drag link and track bar, slopes apart',
  end: 'front',
  unit: 'deg',
  applies: (car) => hasTrackbar(car.setup.front),
  ...inMotion((car) => [drag(car).slopeApartDeg!], largestSize),
  limit: () => ({ most: APART_MOST, from: 'shop practice: they swing alike when they lie alike' }),
  why: 'Two rods that swing on different arcs steer the axle at every bump; one lowered needs the other lowered.',
  cures: (car) => {
    const { slopeApartDeg } = drag(car);
    if (slopeApartDeg! > 0) return pitman(slopesApart, car);
    const over = Math.abs(slopeApartDeg!) - APART_MOST + 0.5;
    const lower = ceilToStep(Math.sin(toRad(over)) * car.v.front.trackbar!, 5);
    return [add('trackbarBracket', 'front', { lower }, `Track-bar bracket, frame end ${lower} mm down`)];
  },
};

/** The farthest the tire's shoulder reaches fore and aft on its way to lock, from the steering axis, mm. */
function reachAtLock(radius: number, half: number, axisOut: number, lockDeg: number): number {
  const out = axisOut + half;
  const farthest = Math.atan2(out, radius);
  const turn = Math.min(toRad(lockDeg), farthest);
  return radius * Math.cos(turn) + out * Math.sin(turn);
}

/** How far the steering axis lies inboard of the wheel's middle at hub height, as it came, mm. */
function axisOut(car: CarStand): number {
  if (!isIndependent(car.setup.front)) return car.v.front.kingpinOut!;
  const { lower, upper, row } = movingWheel(car, 'front').asMeasured;
  const share = (row.center.z - lower[2]) / (upper[2] - lower[2]);
  return row.center.y - (lower[1] + (upper[1] - lower[1]) * share);
}

/** What is left between the turned tire and its arch, ahead or behind, mm: new radius, width, offset and place of the wheel. */
export function archAtLock(car: CarStand): number {
  const f = car.v.front;
  const { wheel } = car.axles.front;
  const out = axisOut(car);
  const before = reachAtLock(f.tireDiameter! / 2, f.tireWidth! / 2, out, f.lockDeg!);
  const moved = (wheelOf(car, 'front').trackChange ?? 0) / 2;
  const after = reachAtLock(wheel.diameter / 2, wheel.width / 2, out + moved, lockOf(car));
  const along = isIndependent(car.setup.front)
    ? wheelIn(car, 'front', 'ride').row.center.x
    : axleIn(car, 'front', 'ride').back;
  return f.archLock! - (after - before) - Math.abs(along) + car.axles.front.total('trim', 'gain');
}

const tireAtLock: Consequence = {
  id: 'front.tire-lock',
  name: 'Tire to arch or bumper, gap at lock',
  end: 'front',
  unit: 'mm',
  applies: () => true,
  ...inMotion((car) => [archAtLock(car)]),
  limit: () => ({ least: GAP_LEAST, from: 'the shop’s least gap, from the clearance measured at lock' }),
  why: 'The front or rear edge of the tire takes the arch, the liner or the bumper when it is turned.',
  cures: (car, figure) => {
    const gain = ceilToStep(GAP_LEAST - figure, 1);
    return [add('trim', 'front', { gain }, `Arch trimmed by ${gain} mm`), ...stopsIn(tireAtLock, car)];
  },
};

const rearToe: Consequence = {
  id: 'rear.toe',
  name: 'Rear toe to be taken back at each toe link',
  end: 'rear',
  unit: 'mm',
  applies: (car) => isIndependent(car.setup.rear),
  ...inMotion((car) => [toeMove(car, 'rear')], largestSize),
  limit: (car) => ({
    most: car.v.rear.tieThread! + car.axles.rear.total('tieRod', 'thread'),
    from: 'the adjustment left on the toe links',
  }),
  why: 'Rear toe that cannot be set back wears both tires and lets the tail step out.',
  cures: (car, figure) => {
    const thread = ceilToStep(
      figure - car.v.rear.tieThread! - car.axles.rear.total('tieRod', 'thread') + 2,
      1,
    );
    return [add('tieRod', 'rear', { thread }, 'Rear toe links with more thread')];
  },
};

/** Where the rear axle points when one side stands lower than the other, degrees. */
export function thrustByLean(car: CarStand): number {
  const lift = car.axleLift.rear;
  const lean = (car.sag.LR - car.sag.RR) / 2;
  if (isIndependent(car.setup.rear)) {
    const wheel = movingWheel(car, 'rear');
    const toe = (by: number) => wheel.at(-(lift + by)).row.toe;
    return (toe(lean) - toe(-lean)) / 2;
  }
  return rollAt(car.v.rear, car.axles.rear, lift + lean, lift - lean).steerDeg;
}

const thrust: Consequence = {
  id: 'rear.thrust',
  name: 'Rear axle steered by a lean',
  end: 'rear',
  unit: 'deg',
  applies: (car) => car.sag.LR !== car.sag.RR && car.setup.rear !== 'cart',
  ...inMotion((car) => [thrustByLean(car)], largestSize),
  limit: () => ({ most: THRUST_MOST, from: 'the shop’s limit for thrust; the rack reads it' }),
  why: 'One side lower turns the rear axle under the car: it dog-tracks, and the wheel stands crooked.',
  cures: (car) =>
    [...car.accessories]
      .sort((a, b) => Math.abs(b.kg * b.y) - Math.abs(a.kg * a.y))
      .slice(0, 1)
      .map((one) => ({
        kind: 'unload' as const,
        label: `Carry ${one.name} in the middle, or leave it off`,
        accessoryId: one.id,
      })),
};

export const STEERED: Consequence[] = [dragOff, bumpSteer, slopesApart, tireAtLock, rearToe, thrust];
