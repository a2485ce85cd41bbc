import { driveshaftByLift } from '../../calc/driveshaft.angles';
import { angleOfLink } from '../../calc/link.angle';
import { compareGearing } from '../gearing';
import { toRad } from '../../calc/geometry';
import { hasFourLinks, isIndependent } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import type { OneEnd } from '../measures';
import { cappedLift } from './cap';
import { add } from './cure';
import { fourLinksOf } from './steering';
import { describeWedge } from './wedge-words';

const RESIDUAL_MOST = 3;
const GEARING_MOST_PCT = 6;

const hasShaft = (car: CarStand) => !Number.isNaN(car.v.rear.shaftLen);

/** How far the pinion turned with its axle and what wedges give back, degrees. */
function pinionTurn(car: CarStand): number {
  const rear = car.axles.rear;
  const wedge = rear.total('wedge', 'deg');
  if (rear.leaf) return -rear.leaf.rotationDeg + wedge;
  if (hasFourLinks(car.setup.rear)) return fourLinksOf(car, 'rear').casterChange + wedge;
  return wedge;
}

const shaftOf = (car: CarStand) => (car.memo.shaft ??= standShaft(car));

function standShaft(car: CarStand) {
  const f = car.v.rear;
  return driveshaftByLift({
    run: f.shaftLen!,
    drop: f.shaftFall!,
    outputDeg: f.outputDeg!,
    pinionDeg: f.pinionDeg!,
    lift: car.axleLift.rear,
    pinionChangeDeg: pinionTurn(car),
    outputLowered: car.axles.rear.total('caseDrop', 't'),
  });
}

/** The wedge that makes both joints bend alike, so that they cancel. */
function cancelingWedge(car: CarStand): number {
  const { after } = shaftOf(car);
  const pinion = car.v.rear.pinionDeg! + pinionTurn(car);
  const alike = [after.shaftDeg - after.frontJointDeg, after.shaftDeg + after.frontJointDeg];
  const nearest = alike.sort((a, b) => Math.abs(a - pinion) - Math.abs(b - pinion))[0]!;
  return Math.round((nearest - pinion) * 2) / 2;
}

const halfShaft = (end: OneEnd): Consequence => ({
  id: `${end}.half-shaft`,
  name: 'Half shaft, how steep at ride',
  end,
  unit: 'deg',
  applies: (car) => isIndependent(car.setup[end]),
  figure: (car) => Math.abs(halfShaftOf(car, end).after),
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

/** A lift spindle moves the wheel on its knuckle: shafts and arms stay where they were. */
const spindleOf = (car: CarStand, end: OneEnd) => car.axles[end].total('spindle', 't');

function halfShaftOf(car: CarStand, end: OneEnd) {
  const f = car.v[end];
  return angleOfLink({
    run: f.shaftRun!,
    drop: f.shaftDrop!,
    lift: car.axleLift[end] - spindleOf(car, end),
    innerLowered: car.axles[end].total('subframeDrop', 't'),
    limitDeg: f.shaftLimit!,
  });
}

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
    figure: (car) => {
      const axle = car.axles.rear;
      const back = axle.leaf
        ? axle.leaf.axleShift
        : hasFourLinks(car.setup.rear)
          ? fourLinksOf(car, 'rear').axleShift
          : 0;
      return shaftOf(car).lengthChange + back - axle.total('shaftSpacer', 't');
    },
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
