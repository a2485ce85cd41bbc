import { fitWheel } from '../../calc/wheel.fit';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import { compareGearing } from '../gearing';
import type { OneEnd } from '../measures';
import { add } from './cure';

/** The shop's least gap of a tire to what is round it, mm. */
export const GAP_LEAST = 8;
const SCRUB_MOST = 15;
const DIAL_MOST_PCT = 3;

export function wheelOf(car: CarStand, end: OneEnd) {
  const { wheel } = car.axles[end];
  const trimmed = car.axles[end].total('trim', 'gain');
  return fitWheel({
    old: { rimWidthIn: car.v[end].rimWidth!, offset: car.v[end].offset!, tireWidth: car.v[end].tireWidth! },
    new: { rimWidthIn: wheel.rim, offset: wheel.offset, spacer: wheel.spacer, tireWidth: wheel.width },
    clearance: { inner: car.v[end].clearInner!, outer: car.v[end].clearOuter! + trimmed },
  });
}

const otherWheels = (car: CarStand, end: OneEnd) =>
  car.axles[end].parts.some(({ kind }) => kind === 'tire' || kind === 'wheel' || kind === 'wheelSpacer');

const inner = (end: OneEnd): Consequence => ({
  id: `${end}.tire-inner`,
  name: 'Tire to strut or arm, left',
  end,
  unit: 'mm',
  applies: (car) => otherWheels(car, end),
  figure: (car) => wheelOf(car, end).innerLeft!,
  limit: () => ({ least: GAP_LEAST, from: 'the shop’s least gap, from the clearance measured at lock' }),
  why: 'The tire cuts itself on strut or arm at lock.',
  cures: (car, figure) => {
    const t = ceilToStep(GAP_LEAST - figure, 1);
    return [add('wheelSpacer', end, { t }, `Wheel spacers, ${t} mm, hub-centric`)];
  },
});

const outer = (end: OneEnd): Consequence => ({
  id: `${end}.tire-outer`,
  name: 'Tire to fender edge, left',
  end,
  unit: 'mm',
  applies: (car) => otherWheels(car, end),
  figure: (car) => wheelOf(car, end).outerLeft!,
  limit: () => ({ least: GAP_LEAST, from: 'the shop’s least gap; local code on wheels that stand out' }),
  why: 'The tire stands out past the fender and takes its edge at full bump.',
  cures: (car, figure) => {
    const gain = ceilToStep(GAP_LEAST - figure, 1);
    const offset = Math.round(car.axles[end].wheel.offset + gain);
    return [
      add('wheel', 'car', { rim: car.axles[end].wheel.rim, offset }, `Wheels with offset ${offset}`),
      add('trim', end, { gain }, `Arch trimmed by ${gain} mm`),
    ];
  },
});

const arch = (end: OneEnd): Consequence => ({
  id: `${end}.tire-arch`,
  name: 'Tire to arch at full bump, left',
  end,
  unit: 'mm',
  applies: (car) => car.axles[end].tireLift > 0 || car.axles[end].total('bumpStop', 'longer') !== 0,
  // A taller tire eats its growth in radius; a longer stop gives its length back; a block moves the stop with the body.
  figure: (car) => {
    const axle = car.axles[end];
    const lifted = Math.max(0, axle.bodyLift);
    return (
      car.v[end].archBump! -
      axle.tireLift +
      axle.total('bumpStop', 'longer') +
      axle.total('trim', 'gain') +
      lifted
    );
  },
  limit: () => ({ least: GAP_LEAST, from: 'the shop’s least gap, from the clearance measured at full bump' }),
  why: 'The tire takes the arch at full bump, lift or no lift: a lift alone does not change full bump.',
  cures: (_, figure) => {
    const short = ceilToStep(GAP_LEAST - figure, 1);
    return [
      add('bumpStop', end, { longer: short }, `Bump stop ${short} mm longer`),
      add('trim', end, { gain: short }, `Arch trimmed by ${short} mm`),
    ];
  },
});

const scrub = (end: OneEnd): Consequence => ({
  id: `${end}.scrub`,
  name: 'Wheel moved outward: scrub',
  end,
  unit: 'mm',
  applies: (car) => end === 'front' && otherWheels(car, end),
  figure: (car) => Math.abs(wheelOf(car, end).trackChange / 2),
  limit: () => ({ most: SCRUB_MOST, from: 'the shop’s limit for steering kick and bearing load' }),
  why: 'The wheel kicks at the hands over ruts, and the bearings carry more.',
  cures: (car) => {
    const offset = Math.round(car.v[end].offset! + car.axles[end].wheel.spacer - SCRUB_MOST + 1);
    return [add('wheel', 'car', { rim: car.axles[end].wheel.rim, offset }, `Wheels with offset ${offset}`)];
  },
});

export const WHEELS: Consequence[] = [
  ...bothEnds(inner),
  ...bothEnds(outer),
  ...bothEnds(arch),
  scrub('front'),
  {
    id: 'dial',
    name: 'Dial off by the tires',
    end: 'car',
    unit: '%',
    applies: (car) => car.axles.rear.tireLift !== 0 && !car.parts.some((part) => part.kind === 'dialSet'),
    figure: (car) =>
      Math.abs(
        compareGearing({
          oldDiameter: car.v.rear.tireDiameter!,
          newDiameter: car.axles.rear.wheel.diameter,
          axleRatio: car.v.car.axleRatio!,
          fittedRatio: car.v.car.axleRatio!,
        }).dialErrorPct,
      ),
    limit: () => ({ most: DIAL_MOST_PCT, from: 'the shop’s limit; local code rules' }),
    why: 'It is driven faster than it says, and its distances run short.',
    cures: () => [add('dialSet', 'car', {}, 'Dial set to the tires')],
  },
];
