import { CORNERS } from '../../corners';
import { toRad } from '../../calc/geometry';
import type { Vector } from '../../calc/vector';
import { WIDTH } from '../../stance/bodies';
import { type Drawing, type Shape, pathThrough } from '../../stance/shapes';
import type { CarStand } from '../car-stand';
import type { OneEnd } from '../measures';
import { movingWheel } from '../moving';
import { type XY, line, rings } from './paper';
import type { CarPose } from './pose';
import type { Strike } from './strikes';

const TOP_HEIGHT = 230;
/** How the view from above maps millimeters: x rearward to the right, y to the right downward. */
export function topScale(car: CarStand) {
  const scale = Math.min(
    600 / (car.v.car.wheelbase! + 1000),
    190 / (Math.max(car.v.front.track!, car.v.rear.track!) + 380),
  );
  const x0 = (WIDTH - car.v.car.wheelbase! * scale) / 2;
  return {
    scale,
    place: (end: OneEnd, x: number, y: number): XY => [
      x0 + ((end === 'rear' ? car.v.car.wheelbase! : 0) + x) * scale,
      TOP_HEIGHT / 2 + y * scale,
    ],
  };
}

/** The car from above: how each wheel points, tie rods and half shafts, and where a leaning axle steers. */
export function topView(car: CarStand, pose: CarPose, strikes: readonly Strike[]): Drawing {
  const { place } = topScale(car);
  const shapes: Shape[] = [];
  for (const corner of CORNERS) {
    const wheel = pose.wheels[corner];
    const { end, side, center, toe } = wheel;
    const axle = car.axles[end];
    const [half, tall] = [axle.wheel.width / 2, axle.wheel.diameter / 2];
    // In, seen from above, turns the front of a right wheel to the left.
    const turn = toRad(toe) * side;
    const name = `${end}-${side < 0 ? 'left' : 'right'}`;
    const box: XY[] = [
      [-tall, -half],
      [tall, -half],
      [tall, half],
      [-tall, half],
    ];
    shapes.push({
      kind: 'path',
      d: pathThrough(
        box.map(([a, b]) =>
          place(
            end,
            center[0] + a * Math.cos(turn) - b * Math.sin(turn),
            center[1] + a * Math.sin(turn) + b * Math.cos(turn),
          ),
        ),
        true,
      ),
      tone: 'ink',
      width: 2,
      fill: 'paper',
      name: `${name}-tire-above`,
    });
    if (wheel.place) {
      const f = car.v[end];
      const at = ([x, y]: Vector): XY => place(end, x, side * y);
      const { tieOuter, shaftOuter, lower } = wheel.place;
      const moving = movingWheel(car, end);
      const pivots = moving.pivots().lower;
      shapes.push(line([at(pivots.front), at(lower), at(pivots.rear)], 'soft', 1.6, `${name}-arm-above`));
      const inner = moving.tieInner;
      const reach = Math.sqrt(
        Math.max(1, moving.tieRod ** 2 - (tieOuter[0] - inner[0]) ** 2 - (tieOuter[2] - inner[2]) ** 2),
      );
      shapes.push(
        line([at([inner[0], tieOuter[1] - reach, inner[2]]), at(tieOuter)], 'ink', 2.4, `${name}-tie-above`),
        line(
          [place(end, 0, side * (f.track! / 2 - 70 - f.shaftRun!)), at(shaftOuter)],
          'predicted',
          2.4,
          `${name}-shaft-above`,
        ),
      );
    }
  }
  for (const end of ['front', 'rear'] as const) {
    if (!pose.axles[end]) continue;
    const [left, right] = end === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
    const hub = (corner: 'LF' | 'RF' | 'LR' | 'RR') =>
      place(end, pose.wheels[corner].center[0], pose.wheels[corner].center[1]);
    shapes.push(line([hub(left), hub(right)], 'ink', 4.5, `${end}-axle-above`));
  }
  shapes.push({
    kind: 'path',
    d: pathThrough([place('front', -500, 0), place('rear', 500, 0)]),
    tone: 'rule',
    width: 1,
    dash: [8, 6],
  });
  for (const end of ['front', 'rear'] as const)
    shapes.push(
      ...rings(
        strikes.filter(({ corner }) => pose.wheels[corner].end === end),
        ([x, y]) => place(end, x, y),
      ),
    );
  return {
    width: WIDTH,
    height: TOP_HEIGHT,
    top: 0,
    shapes,
    alt: `The car from above: the front wheels turned ${Math.abs(Math.round(pose.wheels.LF.toe))}° and ${Math.abs(Math.round(pose.wheels.RF.toe))}°.`,
  };
}
