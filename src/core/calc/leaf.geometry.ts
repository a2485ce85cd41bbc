import { Refusal } from '../refusal';
import { type Point, circlesCross, toDeg } from './geometry';

export interface LeafPose {
  camber: number;
  shackle: number;
}

export interface LeafGeometryInput {
  arcLength: number;
  frontFraction: number;
  pivot: Point;
  from: LeafPose;
  to: LeafPose;
  shackleType?: 'hanging' | 'standing';
}

/** A leaf spring with its shackle's frame pivot: what stays as it is when the car is lifted. */
export type LeafSpring = Omit<LeafGeometryInput, 'from' | 'to'>;

/** One standing of a leaf spring on its shackle. @throws Refusal naming `field` when eye and shackle do not meet */
export function standLeaf(spring: LeafSpring, { camber, shackle }: LeafPose, field: string) {
  const { arcLength, frontFraction, pivot, shackleType = 'hanging' } = spring;
  const chord = arcLength - (8 * camber * camber) / (3 * arcLength);
  const cross = chord > 0 ? circlesCross({ x: 0, y: 0 }, chord, pivot, shackle) : null;
  if (!cross) {
    throw new Refusal(
      'no-solution',
      'The spring’s eye does not reach the shackle there: check lengths and pivot.',
      field,
    );
  }
  const hanging = shackleType === 'hanging';
  const eye = hanging ? cross.lower : cross.upper;
  const along = { x: eye.x / chord, y: eye.y / chord };
  const seat = {
    x: frontFraction * chord * along.x + camber * along.y,
    y: frontFraction * chord * along.y - camber * along.x,
  };
  return {
    chord,
    eye,
    seat,
    chordDeg: toDeg(Math.atan2(eye.y, eye.x)),
    shackleDeg: toDeg(Math.atan2(eye.x - pivot.x, hanging ? pivot.y - eye.y : eye.y - pivot.y)),
  };
}

/**
 * How a leaf spring stands on its shackle before and after: side view, fixed front eye at the origin, x rearward, y up.
 * @param input arc length, shackle and camber (mm), where along the chord the axle sits, the shackle's frame pivot
 * @returns both standings, the lift (mm), the axle's shift (mm, + rearward), how far it turned (degrees) and the shackle
 *   angle with the spring flat
 * @throws Refusal when any of the three standings cannot be reached
 */
export function leafOnShackle(input: LeafGeometryInput) {
  const from = standLeaf(input, input.from, 'from');
  const to = standLeaf(input, input.to, 'to');
  const flat = standLeaf(input, { camber: 0, shackle: input.to.shackle }, 'to.shackle');
  return {
    from,
    to,
    lift: from.seat.y - to.seat.y,
    axleShift: to.seat.x - from.seat.x,
    rotationDeg: to.chordDeg - from.chordDeg,
    shackleDegFlat: flat.shackleDeg,
  };
}
