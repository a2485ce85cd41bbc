import { casterOnFourLinks } from '../calc/caster.fourLink';
import { casterOnRadiusArm } from '../calc/caster.radiusArm';
import { steerByDragLink } from '../calc/draglink.steer';
import { distance, toDeg, toRad } from '../calc/geometry';
import { standLeaf } from '../calc/leaf.geometry';
import { shiftByTrackbar } from '../calc/trackbar.shift';
import { hasFourLinks, hasTrackbar, isLeaf } from '../planner/axle-kinds';
import type { AxleStand } from '../planner/axle-stand';
import type { Figures } from '../planner/figures';

/** How a solid axle stands under the frame at a height: turned, moved along and across, and where its wheels are. */
export interface AxlePlace {
  /** How far the axle hangs lower than it was measured, mm. */
  down: number;
  /** Turn of its top rearward against the frame since it was measured: gives a front axle caster, lifts a rear pinion’s nose. */
  turnDeg: number;
  /** The axle's move rearward and toward its track bar's frame mount, mm. */
  back: number;
  across: number;
}

/** A plan's lift is small: fewer steps follow the links than the calculator takes. */
const LINK_STEPS = 2;

/** Track bar of an axle with its parts, as its calculator takes it. */
function barOf(f: Figures, axle: AxleStand) {
  return {
    length: f.trackbar!,
    rise: f.trackbarRise!,
    drop: axle.total('trackbarBracket', 'lower'),
    longer: axle.total('trackbarSet', 'lengthen'),
  };
}

/** The links of an axle with its parts. @param down how far the axle hangs lower than it was measured, mm */
export function linksAt(f: Figures, axle: AxleStand, down: number, targetCaster?: number) {
  const axleLower = { x: f.axleLowerX!, y: f.axleLowerY! };
  const axleUpper = { x: f.axleUpperX!, y: f.axleUpperY! };
  const frameLower = { x: f.frameLowerX!, y: f.frameLowerY! };
  const frameUpper = { x: f.frameUpperX!, y: f.frameUpperY! };
  return casterOnFourLinks(
    {
      axleLower,
      axleUpper,
      frameLower,
      frameUpper,
      casterBefore: axle.end === 'front' ? f.caster! : 0,
      // Brackets that lower the frame's joints take their drop off the lift the links see.
      lift: down - axle.total('bracketDrop', 't'),
      newLowerLength: distance(axleLower, frameLower) + axle.total('linkSet', 'lower'),
      newUpperLength: distance(axleUpper, frameUpper) + axle.total('linkSet', 'upper'),
      targetCaster,
    },
    LINK_STEPS,
  );
}

/** A radius arm with its parts, its bushes' turn in it. */
export const radiusArmAt = (f: Figures, axle: AxleStand, down: number) =>
  casterOnRadiusArm({
    arm: f.arm!,
    rise: f.armRise!,
    lift: down,
    casterBefore: f.caster!,
    mountDrop: axle.total('bracketDrop', 't'),
    bushingDeg: axle.total('casterBush', 'deg'),
  });

/** How far its track bar moves an axle, and how much longer it has to be. */
export function trackbarAt(f: Figures, axle: AxleStand, down: number) {
  const { length, rise, drop, longer } = barOf(f, axle);
  const { shift, lengthen } = shiftByTrackbar({ length, rise, lift: down - drop });
  return { shift, lengthen, lengthened: longer };
}

/**
 * A solid axle in heave: how its links, arms or leaves turn it and move it along, how its track bar moves it across.
 * @param down how far it hangs lower than it was measured, mm; `ride` of that is how it stands
 * @throws Refusal where links, shackle or bar cannot follow
 */
export function heaveAt(f: Figures, axle: AxleStand, down: number, ride: number): AxlePlace {
  const across = hasTrackbar(axle.kind)
    ? (({ shift, lengthened }) => shift - lengthened)(trackbarAt(f, axle, down))
    : 0;
  if (isLeaf(axle.kind)) {
    const leaf = leafAt(f, axle, down - ride);
    return { down, turnDeg: -leaf.rotationDeg, back: leaf.axleShift, across };
  }
  if (axle.kind === 'coil-radius') {
    const arm = radiusArmAt(f, axle, down);
    return { down, turnDeg: arm.casterAfter - f.caster!, back: arm.axleShift, across };
  }
  if (hasFourLinks(axle.kind)) {
    const links = linksAt(f, axle, down);
    return { down, turnDeg: links.casterChange, back: links.axleShift, across };
  }
  return { down, turnDeg: 0, back: 0, across };
}

/**
 * An axle on leaves as it hangs or is pressed: the arch follows the wheel, the shackle follows the spring.
 * @param drop how far it hangs below where it stands, mm
 */
function leafAt(f: Figures, axle: AxleStand, drop: number) {
  const { spring, camber, shackle, rotationDeg, axleShift } = axle.leaf!;
  if (drop === 0) return { rotationDeg, axleShift };
  const ride = standLeaf(spring, { camber, shackle }, `${axle.end}.shackle`);
  const there = standLeaf(spring, { camber: camber + drop, shackle }, `${axle.end}.shackle`);
  return {
    rotationDeg: rotationDeg + there.chordDeg - ride.chordDeg,
    axleShift: axleShift + there.seat.x - ride.seat.x,
  };
}

/**
 * Slope of the axis about which a solid axle rolls, degrees, falling forward +: from its links' own fall, as an
 * approximation. An axle that rolls on a sloping axis steers by it.
 */
export function rollAxisDeg(f: Figures, axle: AxleStand, down: number): number {
  // The front half of a leaf works like a link from its fixed eye.
  if (isLeaf(axle.kind)) return toDeg(Math.atan(axle.leaf!.seat.y / axle.leaf!.seat.x));
  if (axle.kind === 'coil-radius')
    return toDeg(Math.asin((f.armRise! + down - axle.total('bracketDrop', 't')) / f.arm!));
  if (!hasFourLinks(axle.kind)) return 0;
  const drop = axle.total('bracketDrop', 't');
  const run = f.frameLowerX! - f.axleLowerX!;
  const rise = f.frameLowerY! + down - drop - f.axleLowerY!;
  return toDeg(Math.atan(rise / run));
}

/** One wheel up and the other down. */
export interface RollPlace {
  rollDeg: number;
  /** How far the axle steers by rolling, degrees, to the right +. */
  steerDeg: number;
}

/**
 * A solid axle in roll about the axis its links give; approximate, since bushings bend and links twist.
 * @param left and right: how far each wheel hangs lower than it was measured, mm
 */
export function rollAt(f: Figures, axle: AxleStand, left: number, right: number): RollPlace {
  const roll = Math.atan2(left - right, f.track!);
  const axis = rollAxisDeg(f, axle, (left + right) / 2);
  return { rollDeg: toDeg(roll), steerDeg: toDeg(Math.atan(Math.tan(toRad(axis)) * Math.sin(roll))) };
}

/** How the drag link steers a solid axle at a height. @throws Refusal where link, bar or arm cannot follow */
export function dragLinkAt(f: Figures, axle: AxleStand, down: number) {
  const bar = hasTrackbar(axle.kind) ? barOf(f, axle) : null;
  return steerByDragLink({
    dragLink: { length: f.dragLength!, rise: f.dragRise! },
    ...(bar && { trackBar: { length: bar.length, rise: bar.rise }, barDrop: bar.drop }),
    sameSide: f.dragApart! < 0.5,
    arm: f.steerArm!,
    lift: down,
    pitmanDrop: axle.total('tieDrop', 't'),
  });
}
