import { driveshaftByLift } from '../calc/driveshaft.angles';
import { type CrankPlace, crankAt } from '../motion/crank';
import { type AxlePlace, heaveAt } from '../motion/solid';
import { IndependentWheel, type MotionState, type WheelPlace } from '../motion/wheel';
import type { CarStand } from './car-stand';
import type { OneEnd } from './measures';

/** The car of a plan as it moves: what the consequences and the drawings ask of motion, worked out once for one stand. */

/** How far an axle's wheels hang lower than they were measured, in a state, mm. */
export function hangsBy(car: CarStand, end: OneEnd, state: MotionState): number {
  const axle = car.axles[end];
  const { droopTravel, bumpTravel, droopShift } = axle;
  const lift = car.axleLift[end];
  if (state === 'droop') {
    // Whichever stops it first: the damper at its new height, or what stopped it when it was measured, moved by the parts.
    const measured = car.v[end].droopTravel! + droopShift - axle.total('strap', 'takes');
    return Math.max(lift, Math.min(lift + droopTravel, measured));
  }
  return state === 'bump' ? lift - Math.max(0, bumpTravel) : lift;
}

/** A lift spindle moves the wheel on its knuckle: shafts and arms stay where they were. */
export const spindleOf = (car: CarStand, end: OneEnd) => car.axles[end].total('spindle', 't');

/** The independent wheel of an end with its parts on. @throws Refusal where its links do not go together */
export function movingWheel(car: CarStand, end: OneEnd): IndependentWheel {
  const key = end === 'front' ? 'frontWheel' : 'rearWheel';
  return (car.memo[key] ??= new IndependentWheel(car.v[end], car.axles[end]));
}

/** Where it stands in a state, straight ahead. @throws Refusal where its links cannot follow */
export const wheelIn = (car: CarStand, end: OneEnd, state: MotionState): WheelPlace =>
  movingWheel(car, end).at(spindleOf(car, end) - hangsBy(car, end, state));

/** How it stands at ride once its toe is set back to what it was: what the rack will see. */
export function alignedWheel(car: CarStand, end: OneEnd): WheelPlace {
  const place = wheelIn(car, end, 'ride');
  return movingWheel(car, end).withToe(place, 0);
}

/** A solid axle in a state. @throws Refusal where links, shackle or bar cannot follow */
export const axleIn = (car: CarStand, end: OneEnd, state: MotionState): AxlePlace =>
  heaveAt(car.v[end], car.axles[end], hangsBy(car, end, state), car.axleLift[end]);

/** Does a bar's link stand above the bar's end, on a strut or over its arm, rather than hang below it? */
export const linkStandsUp = (car: CarStand, end: OneEnd) => car.v[end].barLinkUp! > 0;

/** The anti-roll bar's arm and link with the wheel so far lower than it was measured; a lowered subframe takes the bar along. */
export const barAt = (car: CarStand, end: OneEnd, down: number, longer = 0): CrankPlace => {
  const f = car.v[end];
  const axle = car.axles[end];
  return crankAt(
    {
      run: f.barRun!,
      drop: f.barDrop!,
      rise: f.barLinkUp!,
      longer: axle.total('barLink', 'longer') + longer,
    },
    down - axle.total('subframeDrop', 't'),
  );
};

export const barIn = (car: CarStand, end: OneEnd, state: MotionState, longer = 0): CrankPlace =>
  barAt(car, end, hangsBy(car, end, state), longer);

/** The level sensor's arm and rod in a state. */
export const levelIn = (car: CarStand, end: OneEnd, state: MotionState, longer = 0) => {
  const f = car.v[end];
  return crankAt(
    {
      run: f.levelRun!,
      drop: f.levelDrop!,
      rise: -f.levelRod!,
      longer: car.axles[end].total('levelRod', 'longer') + longer,
    },
    hangsBy(car, end, state),
  );
};

/**
 * A solid axle's driveshaft in a state; a front axle's runs rearward, and its pinion's nose goes the other way.
 * @throws Refusal where the axle cannot follow
 */
export function shaftIn(car: CarStand, end: OneEnd, state: MotionState) {
  const kept = (car.memo.shafts ??= {});
  return (kept[`${end} ${state}`] ??= standShaft(car, end, state));
}

function standShaft(car: CarStand, end: OneEnd, state: MotionState) {
  return driveshaftAt(car, end, hangsBy(car, end, state), axleIn(car, end, state).turnDeg);
}

/**
 * A driveshaft with its axle so far lower than it was measured, and turned by so much, its top rearward.
 * A wedge tips the pinion's nose down: at the front, where it points rearward, that turns the axle's top rearward; at the rear
 * forward. Either way the pinion falls less from its nose to its axle.
 */
export function driveshaftAt(car: CarStand, end: OneEnd, down: number, turnDeg: number) {
  const f = car.v[end];
  const axle = car.axles[end];
  return driveshaftByLift({
    run: f.shaftLen!,
    drop: f.shaftFall!,
    outputDeg: f.outputDeg!,
    pinionDeg: f.pinionDeg!,
    lift: down,
    pinionChangeDeg: (end === 'rear' ? turnDeg : -turnDeg) - axle.total('wedge', 'deg'),
    outputLowered: axle.total('caseDrop', 't'),
  });
}

/** How far a driveshaft is drawn out of its slip in a state, mm; minus is pushed in. */
export function slipIn(car: CarStand, end: OneEnd, state: MotionState): number {
  const { back } = axleIn(car, end, state);
  const along = end === 'rear' ? back : -back;
  return shaftIn(car, end, state).lengthChange + along - car.axles[end].total('shaftSpacer', 't');
}
