import { compareGearing } from '../gearing';
import { toRad } from '../../calc/geometry';
import { isIndependent } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep, inMotion } from '../consequence';
import type { OneEnd } from '../measures';
import { alignedWheel, axleIn, shaftIn, slipIn, spindleOf } from '../moving';
import { cappedLift } from './cap';
import { add } from './cure';
import { describeWedge } from './wedge-words';

const RESIDUAL_MOST = 3;
const GEARING_MOST_PCT = 6;

const hasShaft = (car: CarStand) => !Number.isNaN(car.v.rear.shaftLen);

/** How far the pinion's nose went up against its output, with its axle and by wedges, degrees. */
const pinionTurn = (car: CarStand) =>
  axleIn(car, 'rear', 'ride').turnDeg - car.axles.rear.total('wedge', 'deg');

const shaftOf = (car: CarStand) => shaftIn(car, 'rear', 'ride');

/** The wedge that makes both joints bend alike, so that they cancel. */
function cancelingWedge(car: CarStand): number {
  const { after } = shaftOf(car);
  const pinion = car.v.rear.pinionDeg! + pinionTurn(car);
  const alike = [after.shaftDeg - after.frontJointDeg, after.shaftDeg + after.frontJointDeg];
  const nearest = alike.sort((a, b) => Math.abs(a - pinion) - Math.abs(b - pinion))[0]!;
  // What has to come down of the nose's slope is what the wedge takes.
  return Math.round((pinion - nearest) * 2) / 2;
}

const halfShaft = (end: OneEnd): Consequence => ({
  id: `${end}.half-shaft`,
  name: 'Half shaft, how steep at ride',
  end,
  unit: 'deg',
  applies: (car) => isIndependent(car.setup[end]),
  ...inMotion((car) => [halfShaftDeg(car, end)]),
  limit: (car) => ({ most: car.v[end].shaftLimit!, from: 'the joint’s range at ride on this car' }),
  why: 'A joint worked at its end runs hot, tears its boot and clicks.',
  cures: (car) => {
    const f = car.v[end];
    const fall =
      f.shaftDrop! + car.axleLift[end] - spindleOf(car, end) - car.axles[end].total('subframeDrop', 't');
    const may = Math.tan(toRad(f.shaftLimit! - 0.5)) * f.shaftRun!;
    const t = ceilToStep(fall - may, 1);
    return [
      add('subframeDrop', end, { t }, `Differential drop, ${t} mm`),
      ...cappedLift(halfShaft(end), car, end),
    ];
  },
});

/** The half shaft at ride from level across the car, degrees. */
const halfShaftDeg = (car: CarStand, end: OneEnd) => alignedWheel(car, end).row.shaft!.innerDeg;

export const DRIVELINE: Consequence[] = [
  ...bothEnds(halfShaft),
  {
    id: 'rear.joint',
    name: 'Driveshaft joint, how far it bends',
    end: 'rear',
    unit: 'deg',
    applies: hasShaft,
    figure: (car) => {
      const { after } = shaftOf(car);
      return Math.max(after.frontJointDeg, after.rearJointDeg);
    },
    limit: (car) => ({ most: car.v.rear.jointLimit!, from: 'the joint’s range on this car' }),
    why: 'A joint bent that far shakes at speed and wears out.',
    cures: (car) => {
      const f = car.v.rear;
      const wedge = cancelingWedge(car);
      // The shaft may fall no more than output slope and joint allow; the rear joint is then met by a wedge.
      const may = Math.tan(toRad(f.outputDeg! + f.jointLimit! - 0.4)) * f.shaftLen!;
      const t = ceilToStep(f.shaftFall! + car.axleLift.rear - car.axles.rear.total('caseDrop', 't') - may, 1);
      return [
        ...(t > 0 ? [add('caseDrop', 'rear', { t }, `Carrier bearing or case drop, ${t} mm`)] : []),
        ...(wedge === 0
          ? []
          : [add('wedge', 'rear', { deg: wedge }, describeWedge(car.setup.rear, 'rear', wedge))]),
      ];
    },
  },
  {
    id: 'rear.residual',
    name: 'Driveshaft, what its joints leave uncanceled',
    end: 'rear',
    unit: 'deg',
    applies: hasShaft,
    figure: (car) => shaftOf(car).after.residualDeg,
    limit: () => ({ most: RESIDUAL_MOST, from: 'the shop’s limit for two joints that should cancel' }),
    why: 'What the two joints do not cancel is felt as a shudder pulling away.',
    cures: (car) => {
      const deg = cancelingWedge(car);
      return [add('wedge', 'rear', { deg }, describeWedge(car.setup.rear, 'rear', deg))];
    },
  },
  {
    id: 'rear.shaft-length',
    name: 'Driveshaft pulled out of its slip',
    end: 'rear',
    unit: 'mm',
    applies: hasShaft,
    figure: (car) => slipIn(car, 'rear', 'ride'),
    limit: (car) => ({
      most: car.v.rear.slipLeft! * 0.6,
      from: 'six tenths of the slip that is left, as measured',
    }),
    why: 'A slip joint drawn far out is held by few splines, and can come apart at droop.',
    cures: (car, figure) => {
      const t = ceilToStep(figure - car.v.rear.slipLeft! * 0.6 + 2, 1);
      return [add('shaftSpacer', 'rear', { t }, `Driveshaft spacer, ${t} mm`)];
    },
  },
  {
    id: 'gearing',
    name: 'Gearing taller by the tires',
    end: 'car',
    unit: '%',
    applies: (car) => car.axles.rear.tireLift !== 0 || car.axles.rear.count('gears') > 0,
    figure: (car) => Math.abs(compareGearing(gearingOf(car)).changePct),
    limit: () => ({ most: GEARING_MOST_PCT, from: 'the shop’s limit before it hunts between gears' }),
    why: 'Taller tires pull away slower and hunt between gears under load.',
    cures: (car) => {
      const { restoringRatio } = compareGearing(gearingOf(car));
      const ratio = Math.round(restoringRatio * 100) / 100;
      return [add('gears', 'car', { ratio }, `Axle gears, ${ratio.toFixed(2)}`)];
    },
  },
];

function gearingOf(car: CarStand) {
  const gears = car.axles.rear.parts.find((part) => part.kind === 'gears');
  return {
    oldDiameter: car.v.rear.tireDiameter!,
    newDiameter: car.axles.rear.wheel.diameter,
    axleRatio: car.v.car.axleRatio!,
    fittedRatio: gears?.set.ratio ?? car.v.car.axleRatio!,
  };
}
