import { cutCoil } from '../calc/coil.cut';
import { springLength, swapCoil } from '../calc/coil.swap';
import { type LeafSpring, standLeaf } from '../calc/leaf.geometry';
import type { Point } from '../calc/geometry';
import { type Leaf, restOfPack } from '../calc/leaf.pack';
import { type LiftPart, predictLift } from '../calc/lift.predict';
import { type SuspensionKind, hasCoil, isLeaf } from './axle-kinds';
import type { Values } from './figures';
import type { OneEnd } from './measures';
import type { PartKind } from './part-kinds';
import type { PlanPart } from './plan-part';

export interface LeafStand {
  camber: number;
  /** Shackle angles at ride, with the spring flat and at full bump; null where the shackle cannot follow. */
  shackleDeg: number;
  flatDeg: number | null;
  bumpDeg: number | null;
  axleShift: number;
  rotationDeg: number;
  lift: number;
  /** Rear eye, axle seat and shackle pivot behind and above the fixed front eye, mm. */
  eye: Point;
  seat: Point;
  pivot: Point;
  /** What it stands on, for other heights: the spring, its arch at ride, its shackle. */
  spring: LeafSpring;
  shackle: number;
}

/** How one axle stands with its parts on: the lift, the travel left, and what every consequence asks of it. */
export interface AxleStand {
  end: OneEnd;
  kind: SuspensionKind;
  /** Wheel to body, body spacers, and tires, mm. */
  wheelLift: number;
  bodyLift: number;
  tireLift: number;
  /** How far full droop moved down at the wheel, mm. */
  droopShift: number;
  damper: { ride: number; collapsed: number; extended: number };
  /** Wheel travel left to the bump stop and to the end of the damper or strap, mm. */
  bumpTravel: number;
  droopTravel: number;
  spring: { free: number; rate: number; solid: number; installed: number } | null;
  leaf: LeafStand | null;
  wheelRate: number;
  /** How far the strut's top came down by spacers on it, mm. */
  topDrop: number;
  wheel: { diameter: number; width: number; rim: number; offset: number; spacer: number };
  parts: PlanPart[];
  /** A setting of all parts of a kind added up. */
  total(kind: PartKind, setting: string): number;
  count(kind: PartKind): number;
}

const LIFT_KINDS = new Set<PartKind>([
  'strutSpacer',
  'preloadSpacer',
  'coilSpacer',
  'block',
  'spindle',
  'bodySpacer',
  'damperExtension',
]);

/** What a part adds to what came out for it: a thicker one in place of a thinner lifts by the difference, mm. */
const gained = (part: PlanPart) => (part.set.t ?? 0) - (part.set.was ?? 0);

/** The parts of a stack that lift by their thickness, as the calculator takes them. */
export function liftParts(parts: PlanPart[], kind: SuspensionKind): LiftPart[] {
  const list: LiftPart[] = [];
  for (const part of parts) {
    const t = gained(part);
    if (!LIFT_KINDS.has(part.kind) || t === 0) continue;
    const thickness = Math.abs(t);
    const remove = t < 0 ? { remove: true } : {};
    if (part.kind === 'block') {
      const mount = kind === 'leaf-under' ? 'springUnderAxle' : 'springOverAxle';
      list.push({ kind: 'block', thickness, mount, ...remove });
    } else list.push({ kind: part.kind as 'spindle', thickness, ...remove });
  }
  return list;
}

function standOnLeaves(
  v: Values,
  end: OneEnd,
  parts: PlanPart[],
  bumpTravel: number,
): LeafStand & { rate: number } {
  const f = v[end];
  const load = f.wheelLoad!;
  const before: Leaf[] = [
    { rate: f.leafMainRate!, camber: f.leafMainCamber! },
    { rate: f.leafHelperRate!, camber: f.leafHelperCamber! },
  ];
  let after = before;
  let shackle = f.shackle!;
  let pivotX = f.leafPivotX!;
  let plate = 0;
  for (const part of parts) {
    if (part.kind === 'leafPack') {
      after = [
        { rate: part.set.rate!, camber: part.set.camber! },
        { rate: part.set.helperRate!, camber: part.set.helperCamber! },
      ];
    }
    if (part.kind === 'shackle') shackle = part.set.length!;
    if (part.kind === 'hanger') pivotX += part.set.rearward!;
    if (part.kind === 'axlePlate') plate += part.set.shift!;
  }
  for (const part of parts) {
    if (part.kind === 'leafOut') after = after.slice(0, 1).concat(after.slice(2));
    if (part.kind === 'leafIn') after = [...after, { rate: part.set.rate!, camber: part.set.camber! }];
  }
  const was = restOfPack(before, load);
  const is = after === before ? was : restOfPack(after, load);
  const camber = f.leafCamber! + is.camber - was.camber;
  const spring = {
    arcLength: f.leafArc!,
    frontFraction: f.leafFront!,
    pivot: { x: f.leafPivotX!, y: f.leafPivotY! },
    // A pivot below the spring’s fixed eye carries a shackle that stands up to the other one.
    shackleType: f.leafPivotY! < 0 ? ('standing' as const) : ('hanging' as const),
  };
  const moved = { ...spring, pivot: { x: pivotX, y: f.leafPivotY! } };
  const from = standLeaf(spring, { camber: f.leafCamber!, shackle: f.shackle! }, `${end}.shackle`);
  const to = standLeaf(moved, { camber, shackle }, `${end}.shackle`);
  const angle = (arch: number) => {
    try {
      return standLeaf(moved, { camber: arch, shackle }, `${end}.shackle`).shackleDeg;
    } catch {
      return null;
    }
  };
  return {
    camber,
    shackleDeg: to.shackleDeg,
    flatDeg: angle(0),
    bumpDeg: angle(camber - bumpTravel),
    axleShift: to.seat.x - from.seat.x + plate,
    rotationDeg: to.chordDeg - from.chordDeg,
    lift: from.seat.y - to.seat.y,
    eye: to.eye,
    seat: to.seat,
    pivot: moved.pivot,
    spring: moved,
    shackle,
    rate: is.rate,
  };
}

function standOnCoil(v: Values, end: OneEnd, parts: PlanPart[]) {
  const f = v[end];
  const ratio = f.springRatio!;
  const load = f.wheelLoad!;
  let spring = { free: f.springFree!, rate: f.springRate!, solid: f.springSolid! };
  let installed = springLength(spring, load / ratio, `${end}.springRate`);
  let lift = 0;
  for (const part of parts) {
    if (part.kind === 'coil') {
      const fresh = { free: part.set.free!, rate: part.set.rate!, solid: part.set.solid! };
      const swapped = swapCoil({ wheelLoad: load, motionRatio: ratio, old: spring, new: fresh });
      spring = fresh;
      installed = swapped.installedNew;
      lift += swapped.lift;
    }
  }
  const turns = parts.reduce((sum, part) => sum + (part.kind === 'coilCut' ? part.set.turns! : 0), 0);
  if (turns > 0) {
    const { rows } = cutCoil({
      ...spring,
      activeCoils: f.coilActive!,
      pitch: f.coilPitch!,
      wheelLoad: load,
      motionRatio: ratio,
      cuts: [turns],
    });
    const [row] = rows;
    lift -= row!.drop;
    installed = row!.installed;
    // The turns cut off are missing from the solid height too.
    spring = { free: row!.free, rate: row!.rate, solid: spring.solid * (1 - turns / f.coilActive!) };
  }
  return { spring: { free: spring.free, rate: spring.rate, solid: spring.solid, installed }, lift };
}

/**
 * Stands one axle on its parts.
 * @param v the car's figures by measure id (mm, N, N/mm, degrees)
 * @param stack `liftParts` of these parts, made once for many stands
 * @param learned what this kit and platform gave over what was predicted, from finished jobs; 1 when nothing is known
 * @throws Refusal when springs or shackles have no answer there
 */
export function standAxle(
  v: Values,
  end: OneEnd,
  kind: SuspensionKind,
  parts: PlanPart[],
  stack: LiftPart[],
  learned = 1,
): AxleStand {
  const f = v[end];
  const springRatio = f.springRatio!;
  const damperRatio = f.damperRatio!;
  const total = (wanted: PartKind, setting: string) => {
    let sum = 0;
    for (const part of parts) if (part.kind === wanted) sum += part.set[setting] ?? 0;
    return sum;
  };
  const count = (wanted: PartKind) => {
    let sum = 0;
    for (const part of parts) if (part.kind === wanted) sum += 1;
    return sum;
  };
  const stacked = predictLift({
    springMotionRatio: springRatio,
    damperMotionRatio: damperRatio,
    parts: stack,
  });
  const coil = hasCoil(kind) ? standOnCoil(v, end, parts) : null;
  const leaf = isLeaf(kind) ? standOnLeaves(v, end, parts, f.bumpTravel!) : null;
  const seat = total('seat', 'travel') / springRatio;
  // What lengthens the spring in its place lengthens the damper with the wheel; a strut-top spacer does not.
  const onSpring = (coil?.lift ?? 0) + (leaf?.lift ?? 0) + seat;
  const wheelLift = (stacked.wheelLift + onSpring) * learned;
  const damperMoved =
    parts.reduce((sum, part) => {
      const t = gained(part);
      if (part.kind === 'preloadSpacer' || part.kind === 'coilSpacer')
        return sum + (t * damperRatio) / springRatio;
      if (part.kind === 'block') return sum + (kind === 'leaf-under' ? -t : t) * damperRatio;
      if (part.kind === 'damperExtension') return sum - t;
      return sum;
    }, 0) +
    onSpring * damperRatio;

  let damper = {
    ride: f.damperRide! + damperMoved,
    collapsed: f.damperCollapsed!,
    extended: f.damperExtended!,
  };
  let wheel = {
    diameter: f.tireDiameter!,
    width: f.tireWidth!,
    rim: f.rimWidth!,
    offset: f.offset!,
    spacer: total('wheelSpacer', 't'),
  };
  for (const part of parts) {
    if (part.kind === 'damper')
      damper = { ...damper, collapsed: part.set.collapsed!, extended: part.set.extended! };
    if (part.kind === 'tire') wheel = { ...wheel, diameter: part.set.diameter!, width: part.set.width! };
    if (part.kind === 'wheel') wheel = { ...wheel, rim: part.set.rim!, offset: part.set.offset! };
  }
  const byDamper = (damper.extended - damper.ride) / damperRatio;
  const rate = coil ? coil.spring.rate * springRatio ** 2 : (leaf?.rate ?? 30);
  const topDrop = kind === 'strut' ? total('strutSpacer', 't') : 0;
  // A strut spacer or spindle carries bump and droop down with it: the travel between them stays. A stop on the frame stays
  // where it was, and the damper under its spacer shuts before the wheel comes to it.
  const onFrame = f.stopOnFrame === 1 ? total('strutSpacer', 't') : 0;
  const carried = stacked.fullDroopShift - (total('damperExtension', 't') + onFrame) / damperRatio;
  return {
    end,
    kind,
    wheelLift,
    bodyLift: stacked.hubToFender - stacked.wheelLift,
    tireLift: (wheel.diameter - f.tireDiameter!) / 2,
    droopShift: stacked.fullDroopShift + (damper.extended - f.damperExtended!) / damperRatio,
    damper,
    bumpTravel: f.bumpTravel! + wheelLift - carried - total('bumpStop', 'longer'),
    droopTravel: byDamper - total('strap', 'takes'),
    spring: coil?.spring ?? null,
    leaf,
    wheelRate: rate,
    topDrop,
    wheel,
    parts,
    total,
    count,
  };
}
