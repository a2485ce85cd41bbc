import type { KnuckleTravelInput, Point3 } from '../calc/knuckle.travel';
import { toRad } from '../calc/geometry';
import type { AxleStand } from '../planner/axle-stand';
import type { Figures } from '../planner/figures';

/**
 * The points of an independent wheel, as its figures have them: those that nobody measured are assumed for the kind. A
 * right-hand wheel; x rearward of the lower ball joint, y outboard of the car's middle, z above the ground it was
 * measured on.
 */
export type WheelPoints = Omit<KnuckleTravelInput, 'travel' | 'fitted' | 'damper' | 'shaft'> & {
  arms: NonNullable<KnuckleTravelInput['arms']>;
  links: NonNullable<KnuckleTravelInput['links']>;
  damper: { body: Point3; foot: Point3; arm?: number };
  shaft: { inner: Point3; outer: Point3 };
};

/** The outer joint of a half shaft stands this far inboard of the wheel's middle, mm. */
const HUB_DEPTH = 70;
/** How far up the strut's line its tube is clamped to the knuckle, share of the way to its top. */
const STRUT_FOOT = 0.35;

/** Where a wheel's points are as it was measured, before any part. */
export function wheelPoints(f: Figures, kind: AxleStand['kind']): WheelPoints {
  const caster = Math.tan(toRad(Number.isNaN(f.caster) ? 0 : f.caster!));
  const joint: Point3 = { x: 0, y: f.jointX!, z: f.jointY! };
  const arm = (y: number, z: number, to: Point3) => ({
    front: { x: -f.armFront!, y, z },
    rear: { x: f.armRear!, y, z },
    joint: to,
  });
  const lower = arm(f.pivotX!, f.pivotY!, joint);
  const radius = f.tireDiameter! / 2;
  const center: Point3 = { x: 0, y: f.track! / 2, z: radius };
  const outer: Point3 = { x: f.tieBack!, y: f.jointX!, z: f.jointY! + f.tieUp! };
  const tie = { body: { x: outer.x, y: outer.y - f.tieRun!, z: outer.z + f.tieDrop! }, joint: outer };
  const hub: Point3 = { x: 0, y: center.y - HUB_DEPTH, z: radius };
  const shared = {
    links: [tie],
    wheel: { center, camber: f.camberNow!, toe: 0, radius },
    shaft: { inner: { x: 0, y: hub.y - f.shaftRun!, z: hub.z + f.shaftDrop! }, outer: hub },
  };
  if (kind === 'strut') {
    const top: Point3 = { x: caster * (f.topY! - joint.z), y: f.topX!, z: f.topY! };
    const foot: Point3 = {
      x: top.x * STRUT_FOOT,
      y: joint.y + (top.y - joint.y) * STRUT_FOOT,
      z: joint.z + (top.z - joint.z) * STRUT_FOOT,
    };
    return { ...shared, arms: [lower], strut: { top, foot }, damper: { body: top, foot } };
  }
  const upperJoint: Point3 = {
    x: caster * (f.upperJointY! - joint.z),
    y: f.upperJointX!,
    z: f.upperJointY!,
  };
  // The foot stands on the lower arm as far out as its motion ratio says.
  const foot: Point3 = {
    x: 0,
    y: f.pivotX! + (joint.y - f.pivotX!) * Math.min(0.95, f.damperRatio!),
    z: f.pivotY! + (joint.z - f.pivotY!) * Math.min(0.95, f.damperRatio!),
  };
  const across = f.damperTopX! - foot.y;
  const tall = Math.sqrt(Math.max(1, f.damperRide! ** 2 - across ** 2));
  return {
    ...shared,
    arms: [lower, arm(f.upperPivotX!, f.upperPivotY!, upperJoint)],
    damper: { body: { x: 0, y: f.damperTopX!, z: foot.z + tall }, foot, arm: 0 },
  };
}

const down = ({ x, y, z }: Point3, by: number): Point3 => ({ x, y, z: z - by });

/** The same wheel with its parts on: a lowered subframe takes the arms' pivots along, a spacer the strut's top. */
export function fittedWheel(points: WheelPoints, axle: AxleStand): KnuckleTravelInput {
  const lowered = axle.total('subframeDrop', 't');
  const rackLowered = lowered + axle.total('tieDrop', 't');
  const changed = lowered !== 0 || rackLowered !== 0 || axle.topDrop !== 0;
  return {
    ...points,
    shaft: { inner: down(points.shaft.inner, lowered), outer: points.shaft.outer },
    damper: {
      ...points.damper,
      body: down(points.damper.body, points.strut ? axle.topDrop : 0),
    },
    ...(changed && {
      fitted: {
        arms: points.arms.map(({ front, rear }) => ({
          front: down(front, lowered),
          rear: down(rear, lowered),
        })),
        links: points.links.map(({ body }) => ({ body: down(body, rackLowered) })),
        ...(points.strut && { strut: { top: down(points.strut.top, axle.topDrop) } }),
      },
    }),
    travel: [],
  };
}
