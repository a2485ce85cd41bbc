import { CORNERS, type Corner } from '../../corners';
import type { Vector } from '../../calc/vector';
import { hasCoil, isIndependent } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { COIL_GAP_LEAST, OPEN_MOST, armGapIn } from '../consequences/hanging';
import { BIND_LEAST } from '../consequences/travel';
import { GAP_LEAST } from '../consequences/wheels';
import { barAt, movingWheel } from '../moving';
import type { CarPose, WheelPose } from './pose';

/** Something that strikes, binds or is pulled apart in a pose: where, and by how much. */
export interface Strike {
  id: string;
  corner: Corner;
  what: string;
  /** With its millimeters or degrees. */
  text: string;
  /** Body axes: x rearward of its axle, y to the right, z up, mm. */
  at: Vector;
}

const mm = (value: number) => `${Math.round(Math.abs(value))} mm`;
const deg = (value: number) => `${Math.round(value)}°`;

function ofIndependent(car: CarStand, wheel: WheelPose, steer: number): Strike[] {
  const { place, corner, end, side } = wheel;
  if (!place) return [];
  const f = car.v[end];
  const strikes: Strike[] = [];
  const at = ([x, y, z]: Vector): Vector => [x, side * y, z];
  const add = (id: string, what: string, text: string, where: Vector) =>
    strikes.push({ id: `${corner} ${id}`, corner, what, text, at: at(where) });
  const moving = movingWheel(car, end);
  const { innerDeg, outerDeg, length } = place.row.shaft!;
  const most = Math.abs(steer) > 0.3 ? f.shaftLockMost! : f.shaftDroopMost!;
  if (innerDeg > f.shaftDroopMost!)
    add('shaft-inner', 'half shaft, inner joint', `${deg(innerDeg)} of ${deg(f.shaftDroopMost!)}`, [
      0,
      f.track! / 2 - 70 - f.shaftRun!,
      place.shaftOuter[2],
    ]);
  if (outerDeg > most)
    add('shaft-outer', 'half shaft, outer joint', `${deg(outerDeg)} of ${deg(most)}`, place.shaftOuter);
  const out = length - moving.asMeasured.row.shaft!.length - f.plungeMost!;
  if (out > 0) add('plunge', 'half shaft pulled apart', `by ${mm(out)}`, place.shaftOuter);
  if (car.setup[end] !== 'strut') {
    const swing = moving.upperSwing(place);
    const has = f.swingMost! + car.axles[end].total('upperArm', 'swing');
    if (swing > has) add('upper-joint', 'upper joint', `${deg(swing)} of ${deg(has)}`, place.upper);
    if (car.setup[end] === 'coilover') {
      const gap = armGapIn(car, end, place);
      if (gap < COIL_GAP_LEAST)
        add('arm-coil', 'upper arm to coil', gap < 0 ? `in by ${mm(gap)}` : `${mm(gap)} left`, place.upper);
    }
  }
  return strikes;
}

/** What a wheel's damper, coil, bar, hose and arch come to in a pose, whatever it is hung on. */
function ofEvery(car: CarStand, wheel: WheelPose, travel: number, steer: number): Strike[] {
  const { corner, end, side, down, center } = wheel;
  const f = car.v[end];
  const axle = car.axles[end];
  const strikes: Strike[] = [];
  const inboard: Vector = [center[0], side * (Math.abs(center[1]) - 180), center[2] + 60];
  const add = (id: string, what: string, text: string, where: Vector = inboard) =>
    strikes.push({ id: `${corner} ${id}`, corner, what, text, at: where });
  const damper = axle.damper.ride - travel * f.damperRatio!;
  if (damper > axle.damper.extended + 0.5)
    add('damper', 'damper pulled open', `by ${mm(damper - axle.damper.extended)}`);
  if (damper < axle.damper.collapsed - 0.5)
    add('damper', 'damper shut', `by ${mm(axle.damper.collapsed - damper)}`);
  if (axle.spring && hasCoil(axle.kind)) {
    const coil = axle.spring.installed - travel * f.springRatio!;
    if (coil > axle.spring.free) add('coil', 'coil loose', `by ${mm(coil - axle.spring.free)}`);
    if (coil < axle.spring.solid + BIND_LEAST)
      add('coil', 'coil binds', `${mm(Math.max(0, coil - axle.spring.solid))} left`);
  }
  if (f.barRun! > 0) {
    const bar = barAt(car, end, down);
    if (bar.openDeg > OPEN_MOST)
      add('bar', 'bar link turns over', bar.short > 0 ? `short by ${mm(bar.short)}` : deg(bar.openDeg), [
        center[0] - 120,
        side * (Math.abs(center[1]) - 230),
        center[2] - 60,
      ]);
  }
  // The hose runs from its span at ride to its span at full droop as the wheel goes down; lock adds its own.
  const share = down / f.droopTravel!;
  const span =
    f.hoseRide! +
    Math.max(0, share) * (f.hoseDroop! - f.hoseRide!) +
    (end === 'front' ? Math.abs(steer) * Math.max(0, f.hoseLock! - f.hoseRide!) : 0);
  const short = span - f.hose! - axle.total('hoseLong', 'longer');
  if (f.hose! > 0 && short > 0)
    add('hose', 'brake hose', `short by ${mm(short)}`, [center[0] + 60, inboard[1], center[2] + 120]);
  const arch =
    f.archBump! -
    axle.tireLift +
    axle.total('trim', 'gain') +
    Math.max(0, axle.bodyLift) +
    (axle.bumpTravel - travel) +
    axle.total('bumpStop', 'longer');
  if (arch < GAP_LEAST)
    add('arch', 'tire to arch', arch < 0 ? `in by ${mm(arch)}` : `${mm(arch)} left`, [
      center[0],
      center[1],
      center[2] + axle.wheel.diameter / 2,
    ]);
  return strikes;
}

/** Everything that lights up in a pose. */
export function strikesIn(car: CarStand, pose: CarPose): Strike[] {
  return CORNERS.flatMap((corner) => {
    const wheel = pose.wheels[corner];
    const steer = wheel.end === 'front' ? pose.movement.steer : 0;
    return [
      ...(isIndependent(car.setup[wheel.end]) ? ofIndependent(car, wheel, steer) : []),
      ...ofEvery(car, wheel, pose.movement.travel[corner], steer),
    ];
  });
}
