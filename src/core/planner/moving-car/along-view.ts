import { CORNERS } from '../../corners';
import { toRad } from '../../calc/geometry';
import { type Vector, scaled, plus } from '../../calc/vector';
import { type Drawing, type Shape, pathThrough } from '../../stance/shapes';
import { hasTrackbar, isIndependent, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { coilBetween } from '../draw-axle';
import type { OneEnd } from '../measures';
import { barAt, movingWheel } from '../moving';
import { type XY, line, lines, rings, said, spot, words } from './paper';
import type { CarPose, WheelPose } from './pose';
import type { Strike } from './strikes';

const ACROSS = 460;
const ACROSS_GROUND = 250;
/** How the view along the car maps millimeters: y from the middle, z up from the ground it was measured on. */
export function alongScale(car: CarStand, end: OneEnd) {
  const scale = Math.min(330 / (car.v[end].track! + 320), 0.19);
  return { scale, place: (y: number, z: number): XY => [ACROSS / 2 + y * scale, ACROSS_GROUND - z * scale] };
}

/** One axle along the car: arms or tube, shafts, coils, bar and tires as they stand in the pose. */
export function alongView(car: CarStand, pose: CarPose, end: OneEnd, strikes: readonly Strike[]): Drawing {
  const { place, scale } = alongScale(car, end);
  const f = car.v[end];
  const axle = car.axles[end];
  const shapes: Shape[] = frameAlong(car, end, place);
  for (const corner of CORNERS) {
    const wheel = pose.wheels[corner];
    if (wheel.end !== end) continue;
    const { side, center } = wheel;
    const [, y, z] = center;
    const name = side < 0 ? 'left' : 'right';
    // The tire leans with its camber: top outward is outboard.
    const lean = toRad(wheel.camber) * side;
    const [half, tall] = [axle.wheel.width / 2, axle.wheel.diameter / 2];
    const corners: XY[] = [
      [-half, -tall],
      [half, -tall],
      [half, tall],
      [-half, tall],
    ];
    shapes.push({
      kind: 'path',
      d: pathThrough(
        corners.map(([a, b]) =>
          place(y + a * Math.cos(lean) + b * Math.sin(lean), z - a * Math.sin(lean) + b * Math.cos(lean)),
        ),
        true,
      ),
      tone: 'ink',
      width: 2.2,
      fill: 'paper',
      name: `${end}-${name}-tire`,
    });
    shapes.push(spot(place(y, z), 2.5, 'ink', `${end}-${name}-hub`));
    const at = ([, py, pz]: Vector): XY => place(side * py, pz);
    if (isIndependent(axle.kind) && wheel.place) {
      const moving = movingWheel(car, end);
      const { lower, upper } = moving.pivots();
      const middle = ({ front, rear }: { front: Vector; rear: Vector }) => scaled(plus(front, rear), 0.5);
      const { lower: joint, upper: top, shaftOuter, damperFoot, tieOuter } = wheel.place;
      shapes.push(line([at(middle(lower)), at(joint)], 'ink', 4.5, `${end}-${name}-arm`));
      if (upper) shapes.push(line([at(middle(upper)), at(top)], 'ink', 4, `${end}-${name}-upper-arm`));
      shapes.push(line([at(joint), at(top)], 'soft', 2, `${end}-${name}-knuckle`));
      const inner: Vector = [
        0,
        f.track! / 2 - 70 - f.shaftRun!,
        f.tireDiameter! / 2 + f.shaftDrop! - axle.total('subframeDrop', 't'),
      ];
      shapes.push(line([at(inner), at(shaftOuter)], 'predicted', 3, `${end}-${name}-shaft`));
      shapes.push(line([at(moving.tieInner), at(tieOuter)], 'soft', 1.6, `${end}-${name}-tie`, [5, 3]));
      const body = moving.damperTop;
      shapes.push({
        kind: 'path',
        d: coilBetween(at(damperFoot), at(body), 50 * scale, 6),
        tone: 'ink',
        width: 1.6,
        name: `${end}-${name}-coil`,
      });
    } else {
      const inboard = side * (f.track! / 2 - 330);
      // Where the spring stands on the axle goes with it, its other end stands on the frame.
      const share = (Math.abs(inboard) / Math.abs(y) + 1) / 2;
      const far =
        pose.wheels[corner === 'LF' ? 'RF' : corner === 'RF' ? 'LF' : corner === 'LR' ? 'RR' : 'LR'];
      const on = axle.kind === 'cart' ? z : far.center[2] + (z - far.center[2]) * share;
      if (isLeaf(axle.kind)) {
        const pack = on + (axle.kind === 'leaf-over' ? f.tube! / 2 + axle.total('block', 't') : -f.tube! / 2);
        shapes.push(
          line([place(inboard - 38, pack), place(inboard + 38, pack)], 'ink', 7, `${end}-${name}-leaf`),
          line(
            [place(inboard, pack), place(inboard, f.tireDiameter! / 2 + 190)],
            'soft',
            1.6,
            `${end}-${name}-leaf-to-frame`,
            [4, 4],
          ),
        );
      } else
        shapes.push({
          kind: 'path',
          d: coilBetween(place(inboard, on + 50), place(inboard, f.tireDiameter! / 2 + 300), 55 * scale, 6),
          tone: 'ink',
          width: 1.6,
          name: `${end}-${name}-coil`,
        });
    }
    if (f.barRun! > 0) shapes.push(...barShapes(car, wheel, place));
  }
  const posed = pose.axles[end];
  if (posed) {
    const [left, right] = [
      pose.wheels[end === 'front' ? 'LF' : 'LR'],
      pose.wheels[end === 'front' ? 'RF' : 'RR'],
    ];
    const hub = ({ center }: WheelPose) => place(center[1], center[2]);
    shapes.push(line([hub(left), hub(right)], 'ink', 6, `${end}-axle`));
    if (hasTrackbar(axle.kind)) {
      const z = f.tireDiameter! / 2;
      const foot = place(-f.trackbar! / 2 + posed.place.across, z - posed.place.down);
      const frame = place(f.trackbar! / 2, z + f.trackbarRise! - axle.total('trackbarBracket', 'lower'));
      shapes.push(line([foot, frame], 'predicted', 3, `${end}-track-bar`), spot(frame, 3, 'ink'));
    }
  }
  const here = strikes.filter(({ corner }) => pose.wheels[corner].end === end);
  const [onLeft, onRight] = [-1, 1].map((side) =>
    here.filter(({ corner }) => pose.wheels[corner].side === side),
  ) as [Strike[], Strike[]];
  shapes.push(
    ...rings(here, ([, y, z]) => place(y, z)),
    ...lines(onLeft, here, [2, ACROSS_GROUND + 44], 'start', 14.5),
    ...lines(onRight, here, [ACROSS - 2, ACROSS_GROUND + 44], 'end', 14.5),
  );
  const rows = Math.max(onLeft.length, onRight.length);
  return {
    width: ACROSS,
    height: ACROSS_GROUND + 20 + rows * 17.5,
    top: 20,
    shapes,
    alt: `The ${end} axle along the car, moved: ${words(pose, end)}${said(strikes, pose, end)}`,
  };
}

/** What stands still of an axle seen along the car: the rails it hangs on, or the carrier of its arms. */
function frameAlong(car: CarStand, end: OneEnd, place: (y: number, z: number) => XY): Shape[] {
  const f = car.v[end];
  const axle = car.axles[end];
  const hub = f.tireDiameter! / 2;
  if (isIndependent(axle.kind)) {
    const { lower, upper } = movingWheel(car, end).pivots();
    const [y, z] = [(lower.front[1] + lower.rear[1]) / 2, (lower.front[2] + lower.rear[2]) / 2];
    const [top, high] = upper
      ? [(upper.front[1] + upper.rear[1]) / 2, (upper.front[2] + upper.rear[2]) / 2]
      : [y, z + 190];
    return [
      {
        kind: 'path',
        d: pathThrough([place(-y, z), place(y, z), place(top, high), place(-top, high)], true),
        tone: 'rule',
        width: 2,
        name: `${end}-carrier`,
      },
    ];
  }
  const rail = f.track! / 2 - 330;
  const foot = hub + (isLeaf(axle.kind) ? 190 : 300);
  return [-1, 1].map((side) => ({
    kind: 'path',
    d: pathThrough(
      [
        place(side * rail - 40, foot),
        place(side * rail + 40, foot),
        place(side * rail + 40, foot + 110),
        place(side * rail - 40, foot + 110),
      ],
      true,
    ),
    tone: 'rule',
    width: 2,
    name: `${end}-${side < 0 ? 'left' : 'right'}-rail`,
  }));
}

function barShapes(car: CarStand, wheel: WheelPose, place: (y: number, z: number) => XY): Shape[] {
  const f = car.v[wheel.end];
  const axle = car.axles[wheel.end];
  const lowered = axle.total('subframeDrop', 't');
  const crank = barAt(car, wheel.end, wheel.down);
  // Drawn beside the wheel, in the plane in which it turns: its run along the car is laid across.
  const foot: XY = [wheel.side * (f.track! / 2 - 330), f.tireDiameter! / 2 - 40 - lowered];
  const at = ({ x, y }: { x: number; y: number }): XY => place(foot[0] + wheel.side * x * 0.7, foot[1] + y);
  const name = `${wheel.end}-${wheel.side < 0 ? 'left' : 'right'}`;
  return [
    line([place(...foot), at(crank.end)], 'soft', 2.4, `${name}-bar`),
    line(
      [at(crank.end), at(crank.far)],
      'soft',
      1.6,
      `${name}-bar-link`,
      crank.short > 0 ? [3, 4] : undefined,
    ),
  ];
}
