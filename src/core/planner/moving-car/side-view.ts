import type { PerCorner } from '../../corners';
import { toRad } from '../../calc/geometry';
import { GROUND, WIDTH, bodyShapes, stanceScale, wheelShapes } from '../../stance/bodies';
import { type BodyKind, type Drawing, type Shape, rounded } from '../../stance/shapes';
import { hasFourLinks, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import type { OneEnd } from '../measures';
import { type XY, line, lines, rings, said, spot, words } from './paper';
import type { CarPose } from './pose';
import type { Strike } from './strikes';

/** The car from the side: wheels, links or leaves and driveshaft in the pose, under a body that stands still. */
export function sideView(
  car: CarStand,
  pose: CarPose,
  body: BodyKind,
  baseline: PerCorner<number>,
  fromFloor: boolean,
  strikes: readonly Strike[],
): Drawing {
  const scale = stanceScale({
    body,
    wheelbaseMm: car.v.car.wheelbase!,
    tireDiameterMm: Math.max(car.axles.front.wheel.diameter, car.axles.rear.wheel.diameter),
  });
  const k = scale.scale;
  const x0 = { front: scale.frontX, rear: scale.rearX };
  const place = (end: OneEnd, x: number, z: number): XY => [x0[end] + x * k, GROUND - z * k];
  const radius = (end: OneEnd) => car.v[end].tireDiameter! / 2;
  const height = (end: OneEnd, a: number, b: number) => (a + b) / 2 + (fromFloor ? 0 : radius(end));
  let rows = 0;
  const shapes: Shape[] = bodyShapes(
    body,
    { front: height('front', baseline.LF, baseline.RF), rear: height('rear', baseline.LR, baseline.RR) },
    scale,
    GROUND,
    Math.max(radius('front'), radius('rear')) * k,
  );
  for (const end of ['front', 'rear'] as const) {
    const [near, far] = end === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
    const axle = car.axles[end];
    const r = (axle.wheel.diameter / 2) * k;
    const [fx, fy] = place(end, pose.wheels[far].center[0], pose.wheels[far].center[2]);
    if (Math.abs(pose.wheels[far].center[2] - pose.wheels[near].center[2]) > 1)
      shapes.push({
        kind: 'circle',
        cx: rounded(fx),
        cy: rounded(fy),
        r: rounded(r),
        tone: 'soft',
        width: 1.2,
        name: `${end}-far-wheel`,
      });
    const [x, y] = place(end, pose.wheels[near].center[0], pose.wheels[near].center[2]);
    shapes.push(...wheelShapes(end, x, y, r), spot([x, y], 2.5, 'ink', `${end}-hub`));
    shapes.push(...linkShapes(car, pose, end, place));
  }
  shapes.push(...shaftShapes(car, pose, place));
  const near = strikes.filter(({ corner }) => corner.startsWith('L'));
  for (const end of ['front', 'rear'] as const) {
    const own = near.filter(({ corner }) => pose.wheels[corner].end === end);
    shapes.push(
      ...rings(own, ([x, , z]) => place(end, x, z)),
      ...lines(own, own, [end === 'front' ? 8 : WIDTH / 2 + 8, GROUND + 46], 'start', 17),
    );
    rows = Math.max(rows, own.length);
  }
  const roof = Math.min(
    ...shapes.flatMap((shape) =>
      shape.kind === 'path'
        ? [...shape.d.matchAll(/[ML]-?[\d.]+ (-?[\d.]+)/g)].map(([, y]) => Number(y))
        : [],
    ),
  );
  const top = Math.max(0, Math.floor(roof - 14));
  return {
    width: WIDTH,
    // Below the ground there is room for a wheel that hangs.
    height: GROUND + 30 + rows * 20 - top,
    top,
    shapes,
    alt: `The car from the side, moved: front ${words(pose, 'front')} Rear ${words(pose, 'rear')}${said(strikes, pose, null)}`,
  };
}

/** Arms, links or leaves of a solid axle in the side view; each keeps its length. */
function linkShapes(
  car: CarStand,
  pose: CarPose,
  end: OneEnd,
  place: (end: OneEnd, x: number, z: number) => XY,
): Shape[] {
  const posed = pose.axles[end];
  if (!posed) return [];
  const f = car.v[end];
  const axle = car.axles[end];
  const hub = f.tireDiameter! / 2;
  const { down, turnDeg, back } = posed.place;
  const turn = toRad(turnDeg);
  // Turning its top rearward carries what stands above the axle to the rear.
  const onAxle = (x: number, z: number): XY =>
    place(
      end,
      back + x * Math.cos(turn) + z * Math.sin(turn),
      hub - down - x * Math.sin(turn) + z * Math.cos(turn),
    );
  const drop = axle.total('bracketDrop', 't');
  const onFrame = (x: number, z: number) => place(end, x, hub + z - drop);
  const link = (from: XY, to: XY, name: string): Shape[] => [
    line([from, to], 'ink', 4, `${end}-${name}`),
    spot(from, 3, 'ink'),
    spot(to, 3.5, 'ink'),
  ];
  if (axle.kind === 'coil-radius') {
    const run = Math.sqrt(f.arm! ** 2 - f.armRise! ** 2);
    return link(onAxle(0, 0), onFrame(run, f.armRise!), 'arm');
  }
  if (hasFourLinks(axle.kind))
    return [
      ...link(onAxle(f.axleLowerX!, f.axleLowerY!), onFrame(f.frameLowerX!, f.frameLowerY!), 'lower-link'),
      ...link(onAxle(f.axleUpperX!, f.axleUpperY!), onFrame(f.frameUpperX!, f.frameUpperY!), 'upper-link'),
    ];
  if (!isLeaf(axle.kind)) return [];
  const leaf = axle.leaf!;
  const seat = onAxle(0, f.tube! / 2);
  // The fixed eye stands on the frame: where it was from the seat at ride.
  const eye = place(end, -leaf.seat.x, hub - car.axleLift[end] + f.tube! / 2 - leaf.seat.y);
  const pivot = place(
    end,
    leaf.pivot.x - leaf.seat.x,
    hub - car.axleLift[end] + f.tube! / 2 + leaf.pivot.y - leaf.seat.y,
  );
  const rear: XY = [2 * seat[0] - eye[0], eye[1]];
  const bend: XY = [2 * seat[0] - (eye[0] + rear[0]) / 2, 2 * seat[1] - (eye[1] + rear[1]) / 2];
  return [
    {
      kind: 'path',
      d: `M${rounded(eye[0])} ${rounded(eye[1])}Q${rounded(bend[0])} ${rounded(bend[1])} ${rounded(rear[0])} ${rounded(rear[1])}`,
      tone: 'ink',
      width: 3.5,
      name: `${end}-leaf`,
    },
    line([rear, pivot], 'ink', 3.5, `${end}-shackle`),
    spot(eye, 3.5, 'ink'),
    spot(pivot, 3.5, 'ink'),
  ];
}

function shaftShapes(
  car: CarStand,
  pose: CarPose,
  place: (end: OneEnd, x: number, z: number) => XY,
): Shape[] {
  return (['front', 'rear'] as const).flatMap((end): Shape[] => {
    const posed = pose.axles[end];
    const f = car.v[end];
    if (!posed || !(f.shaftLen! > 0)) return [];
    const hub = f.tireDiameter! / 2;
    const toward = end === 'rear' ? -1 : 1;
    const output = place(
      end,
      toward * f.shaftLen!,
      hub + f.shaftFall! - car.axles[end].total('caseDrop', 't'),
    );
    const pinion = place(end, posed.place.back, hub - posed.place.down);
    return [line([output, pinion], 'predicted', 3, `${end}-driveshaft`), spot(output, 4, 'ink')];
  });
}
