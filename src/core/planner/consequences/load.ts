import { leftToLoad } from '../../calc/load.left';
import { stabilityByLift } from '../../calc/stability.factor';
import { toDeg } from '../../calc/geometry';
import type { CarStand } from '../car-stand';
import { type Consequence, ceilToStep } from '../consequence';
import { add } from './cure';
import { wheelOf } from './wheels';

const STABILITY_LEAST_PCT = -9;
const GROUND_LEAST = 120;

const loads = (car: CarStand) =>
  leftToLoad({
    wheelbase: car.v.car.wheelbase!,
    curb: { front: car.v.car.curbFront!, rear: car.v.car.curbRear! },
    rating: { front: car.v.car.ratingFront!, rear: car.v.car.ratingRear!, gross: car.v.car.ratingGross! },
    masses: car.accessories,
  });

/** How far the whole car comes up over the ground between its axles, mm. */
export function groundAfter(car: CarStand): number {
  const rise = (end: 'front' | 'rear') => car.axleLift[end] + car.axles[end].tireLift;
  return car.v.car.lowest! + (rise('front') + rise('rear')) / 2;
}

/**
 * The steepest break of a ramp a car passes over without touching, degrees.
 * @param lowest what stands lowest midway between the axles, mm above the ground @param wheelbase mm
 */
export function breakover(lowest: number, wheelbase: number): number {
  return 2 * toDeg(Math.atan((2 * lowest) / wheelbase));
}

const left = (id: 'front' | 'rear' | 'total', name: string): Consequence => ({
  id: `load-${id}`,
  name,
  end: 'car',
  unit: 'kg',
  applies: (car) => car.accessories.length > 0,
  figure: (car) => loads(car)[id].left,
  limit: () => ({ least: 0, from: 'the rating on its plate; a lift never raises it' }),
  why: 'Over its rating it stops long and breaks what carries it.',
  cures: (car) =>
    [...car.accessories]
      .filter((one) => one.kg > 0)
      .sort((a, b) => b.kg - a.kg)
      .map((one) => ({ kind: 'unload', label: `Leave off: ${one.name}`, accessoryId: one.id })),
});

export const LOAD: Consequence[] = [
  left('front', 'Front axle, load left'),
  left('rear', 'Rear axle, load left'),
  left('total', 'Gross, load left'),
  {
    id: 'stability',
    name: 'Tips sooner: change of stability',
    end: 'car',
    unit: '%',
    applies: () => true,
    figure: (car) => {
      const track = (car.v.front.track! + car.v.rear.track!) / 2;
      const wider = (wheelOf(car, 'front').trackChange + wheelOf(car, 'rear').trackChange) / 2;
      const mean = (of: (end: 'front' | 'rear') => number) => (of('front') + of('rear')) / 2;
      return stabilityByLift({
        trackBefore: track,
        trackAfter: track + wider,
        cgHeight: car.v.car.cgHeight!,
        lift: mean((end) => car.axleLift[end] + car.axles[end].bodyLift),
        tireRadiusChange: mean((end) => car.axles[end].tireLift),
      }).changePct;
    },
    limit: () => ({ least: STABILITY_LEAST_PCT, from: 'the shop’s limit for a car on the road' }),
    why: 'It leans further and tips sooner: slower in bends, and the driver is told.',
    cures: (car, figure) => {
      const track = (car.v.front.track! + car.v.rear.track!) / 2;
      // Spacers at both axles widen the track by twice their thickness; the factor grows with it.
      const t = ceilToStep(((STABILITY_LEAST_PCT - figure) / (100 + figure)) * (track / 2) + 2, 1);
      return [{ ...add('wheelSpacer', 'car', { t }, `Wheel spacers all round, ${t} mm`) }];
    },
  },
  {
    id: 'ground',
    name: 'Lowest point above the ground',
    end: 'car',
    unit: 'mm',
    applies: (car) => car.axleLift.front + car.axleLift.rear < 0,
    figure: groundAfter,
    limit: (car) => ({
      least: car.setup.front === 'cart' ? 70 : GROUND_LEAST,
      from: 'the shop’s least; local code rules',
    }),
    why: 'It strikes speed bumps and its own ramp.',
    cures: (car) =>
      car.parts
        .filter((part) =>
          ['coilCut', 'block', 'spindle', 'leafOut', 'shackle', 'coil', 'seat'].includes(part.kind),
        )
        .map((part) => ({ kind: 'leave-out', label: `Leave out: ${part.name}`, partId: part.id })),
  },
  {
    id: 'ramp',
    name: 'Ramp break it passes over',
    end: 'car',
    unit: 'deg',
    applies: (car) => car.v.car.rampDeg! > 0,
    figure: (car) =>
      breakover(groundAfter(car), car.v.car.wheelbase!) +
      car.parts.reduce((sum, part) => sum + (part.kind === 'boards' ? part.set.deg! : 0), 0),
    limit: (car) => ({ least: car.v.car.rampDeg!, from: 'the customer’s ramp as measured' }),
    why: 'It grounds on the customer’s own ramp.',
    cures: (car, figure) => {
      const deg = ceilToStep(car.v.car.rampDeg! - figure, 0.5);
      return [add('boards', 'car', { deg }, `Boards at the ramp, ${deg}°`)];
    },
  },
];
