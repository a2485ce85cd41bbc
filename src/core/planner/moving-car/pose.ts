import { CORNERS, type Corner, type PerCorner, eachCorner, endOfCorner, sideOfCorner } from '../../corners';
import { toRad } from '../../calc/geometry';
import type { Vector } from '../../calc/vector';
import { type AxlePlace, dragLinkAt, heaveAt, rollAt } from '../../motion/solid';
import type { WheelPlace } from '../../motion/wheel';
import { attempt } from '../../refusal';
import { hasTrackbar, isIndependent, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { lockOf } from '../consequences/hanging';
import type { OneEnd } from '../measures';
import { hangsBy, movingWheel, spindleOf } from '../moving';

/** How the car is moved: each wheel's rise from ride (bump +), mm, and the steering from lock to lock, −1 to 1, right +. */
export interface Movement {
  travel: PerCorner<number>;
  steer: number;
}

export const STANDING: Movement = { travel: { LF: 0, RF: 0, LR: 0, RR: 0 }, steer: 0 };

/** One wheel in a pose: the body stands still; x rearward of its axle, y to the right, z above the ground it was measured on. */
export interface WheelPose {
  corner: Corner;
  end: OneEnd;
  side: -1 | 1;
  /** How far it hangs lower than it was measured, mm. */
  down: number;
  center: Vector;
  /** Top outward +, and in +, degrees. */
  camber: number;
  toe: number;
  /** An independent wheel's own parts, in a right-hand wheel's axes. */
  place: WheelPlace | null;
}

export interface AxlePose {
  end: OneEnd;
  place: AxlePlace;
  rollDeg: number;
  steerDeg: number;
}

export interface CarPose {
  movement: Movement;
  wheels: PerCorner<WheelPose>;
  axles: Record<OneEnd, AxlePose | null>;
  /** What the links could not follow, in words: they stand where they last could. */
  stopped: string[];
}

/** How far each end may be moved from ride, mm: to full droop (minus) and to its bump stop. */
export const travelRange = (car: CarStand, end: OneEnd) => ({
  low: -Math.round(hangsBy(car, end, 'droop') - car.axleLift[end]),
  high: Math.round(Math.max(0, car.axles[end].bumpTravel)),
});

/** Angle of each front wheel for a steering from lock to lock, degrees in; the rack or the drag link leads both. */
function steeredPlaces(car: CarStand, places: Record<'L' | 'R', WheelPlace>, steer: number) {
  if (steer === 0) return places;
  const wheel = movingWheel(car, 'front');
  const straight = wheel.at(spindleOf(car, 'front') - car.axleLift.front);
  // To the right the right wheel is the inner one: it turns to full lock, and the rack takes the other along.
  const right = wheel.rackFor(straight, -lockOf(car)) * Math.abs(steer);
  const inner = steer > 0 ? 'R' : 'L';
  const outer = inner === 'R' ? 'L' : 'R';
  return {
    [inner]: wheel.onRack(places[inner], right),
    [outer]: wheel.onRack(places[outer], -right),
  } as Record<'L' | 'R', WheelPlace>;
}

/**
 * The whole car in a pose, its body standing still.
 * @param car the plan's car as it stands @param movement how far each wheel is moved from there
 */
export function poseCar(car: CarStand, movement: Movement): CarPose {
  const stopped: string[] = [];
  const axles: CarPose['axles'] = { front: null, rear: null };
  const wheels = {} as PerCorner<WheelPose>;
  for (const end of ['front', 'rear'] as const) {
    const f = car.v[end];
    const axle = car.axles[end];
    const corners = CORNERS.filter((corner) => endOfCorner(corner) === end);
    const lift = car.axleLift[end];
    const out = f.track! / 2 + (f.offset! - axle.wheel.offset) + axle.wheel.spacer;
    const steer = end === 'front' ? movement.steer : 0;
    if (isIndependent(axle.kind)) {
      const posed = attempt(() => {
        const wheel = movingWheel(car, end);
        const at = (side: 'L' | 'R') =>
          wheel.at(
            spindleOf(car, end) - lift + movement.travel[`${side}${end === 'front' ? 'F' : 'R'}` as Corner],
          );
        const places = { L: at('L'), R: at('R') };
        return end === 'front' ? steeredPlaces(car, places, steer) : places;
      });
      if (!posed.ok) stopped.push(posed.refusal.message);
      for (const corner of corners) {
        const side = sideOfCorner(corner);
        const place = posed.ok ? posed.value[side < 0 ? 'L' : 'R'] : null;
        const down = lift - movement.travel[corner];
        const center = place?.row.center;
        wheels[corner] = {
          corner,
          end,
          side,
          down,
          // Other wheels stand as much farther out as they are made to, along their own axis.
          center: center
            ? [center.x, side * (center.y + out - f.track! / 2), center.z - spindleOf(car, end)]
            : [0, side * out, f.tireDiameter! / 2 - down],
          camber: place?.row.camber ?? 0,
          toe: place?.row.toe ?? 0,
          place,
        };
      }
      continue;
    }
    const [left, right] = corners.map((corner) => lift - movement.travel[corner]) as [number, number];
    const mean = (left + right) / 2;
    const heave = attempt(() => heaveAt(f, axle, mean, lift));
    if (!heave.ok) stopped.push(heave.refusal.message);
    const place: AxlePlace = heave.ok ? heave.value : { down: mean, turnDeg: 0, back: 0, across: 0 };
    const roll = rollAt(f, axle, left, right);
    const dragged =
      end === 'front' && (hasTrackbar(axle.kind) || isLeaf(axle.kind))
        ? attempt(() => dragLinkAt(f, axle, mean).steerDeg - dragLinkAt(f, axle, lift).steerDeg)
        : null;
    // Steered to the right, a wheel on the right toes out and one on the left in.
    const turned = steer * lockOf(car) + (dragged?.ok ? dragged.value : 0);
    axles[end] = { end, place, rollDeg: roll.rollDeg, steerDeg: roll.steerDeg };
    const [s, c] = [Math.sin(toRad(roll.rollDeg)), Math.cos(toRad(roll.rollDeg))];
    const thrust = Math.tan(toRad(roll.steerDeg));
    for (const corner of corners) {
      const side = sideOfCorner(corner);
      wheels[corner] = {
        corner,
        end,
        side,
        down: lift - movement.travel[corner],
        center: [
          place.back + side * out * thrust * (end === 'rear' ? 1 : 0),
          side * out * c + place.across,
          f.tireDiameter! / 2 - mean + side * out * s,
        ],
        camber: -side * roll.rollDeg,
        toe: -side * (turned + roll.steerDeg),
        place: null,
      };
    }
  }
  return { movement, wheels, axles, stopped };
}

export const standing = (car: CarStand): CarPose => poseCar(car, STANDING);

/** All four wheels moved alike, or one axle. */
export const moved = (front: number, rear: number, steer = 0): Movement => ({
  travel: eachCorner((corner) => (endOfCorner(corner) === 'front' ? front : rear)),
  steer,
});
