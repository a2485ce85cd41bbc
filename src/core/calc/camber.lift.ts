import { Refusal } from '../refusal';
import { type Point, circlesCross, distance, spanOf, toDeg } from './geometry';

interface StrutInput {
  kind: 'strut';
  armPivot: Point;
  ballJoint: Point;
  top: Point;
  lift: number;
  topDrop?: number;
}

interface WishboneInput {
  kind: 'wishbone';
  lowerPivot: Point;
  lowerJoint: Point;
  upperPivot: Point;
  upperJoint: Point;
  lift: number;
}

export type CamberLiftInput = StrutInput | WishboneInput;

/** The joint at the outer end of an arm after it went down by so much, on its outboard side. */
function lowered(pivot: Point, joint: Point, lift: number, field: string): Point {
  const y = joint.y - lift;
  return { x: pivot.x + spanOf(distance(pivot, joint), y - pivot.y, field, 'The arm'), y };
}

const lean = (from: Point, to: Point) => Math.atan2(to.x - from.x, to.y - from.y);

/**
 * What lift does to camber and track, front view of a right wheel: x outboard, y up, points at ride in mm.
 * @returns `camberChange`, how much further the line from lower joint to top leans outward (degrees), and
 *   `trackChange`, twice the lower joint's outboard move (mm)
 * @throws Refusal when an arm cannot reach that far
 */
export function camberByLift(input: CamberLiftInput) {
  if (input.kind === 'strut') {
    const { armPivot, ballJoint, top, lift, topDrop = 0 } = input;
    const joint = lowered(armPivot, ballJoint, lift, 'lift');
    const after = lean(joint, { x: top.x, y: top.y - topDrop });
    return {
      camberChange: toDeg(after - lean(ballJoint, top)),
      trackChange: 2 * (joint.x - ballJoint.x),
    };
  }
  const { lowerPivot, lowerJoint, upperPivot, upperJoint, lift } = input;
  const joint = lowered(lowerPivot, lowerJoint, lift, 'lift');
  const cross = circlesCross(
    upperPivot,
    distance(upperPivot, upperJoint),
    joint,
    distance(lowerJoint, upperJoint),
  );
  if (!cross)
    throw new Refusal('no-solution', 'The upper arm does not reach the knuckle at that lift.', 'lift');
  return {
    camberChange: toDeg(lean(joint, cross.upper) - lean(lowerJoint, upperJoint)),
    trackChange: 2 * (joint.x - lowerJoint.x),
  };
}
