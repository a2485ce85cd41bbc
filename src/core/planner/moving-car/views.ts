import { CORNERS, type PerCorner } from '../../corners';
import { toRad } from '../../calc/geometry';
import { type Vector, scaled, plus } from '../../calc/vector';
import { GROUND, WIDTH, bodyShapes, stanceScale, wheelShapes } from '../../stance/bodies';
import {
  type BodyKind,
  type Drawing,
  type Shape,
  type Tone,
  pathThrough,
  rounded,
} from '../../stance/shapes';
import { hasFourLinks, hasTrackbar, isIndependent, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { coilBetween } from '../draw-axle';
import type { OneEnd } from '../measures';
import { barAt, movingWheel } from '../moving';
import type { CarPose, WheelPose } from './pose';
import type { Strike } from './strikes';

/** The moving car from three sides: the body stands still on the paper, the wheels and what holds them move. */

type XY = [number, number];
const line = (points: XY[], tone: Tone, width: number, name?: string, dash?: number[]): Shape => ({
  kind: 'path',
  d: pathThrough(points),
  tone,
  width,
  ...(name ? { name } : {}),
  ...(dash ? { dash } : {}),
});
const spot = ([cx, cy]: XY, r: number, tone: Tone, name?: string): Shape => ({
  kind: 'circle',
  cx: rounded(cx),
  cy: rounded(cy),
  r,
  tone,
  width: 1.5,
  fill: tone === 'danger' ? undefined : 'paper',
  ...(name ? { name } : {}),
});

const RING = 8.5;

/** Numbered rings where it happens, none on another: the numbers are those of the lines below. */
function rings(strikes: readonly Strike[], place: (at: Vector) => XY): Shape[] {
  const set: XY[] = [];
  return strikes.flatMap((strike, at): Shape[] => {
    let [x, y] = place(strike.at);
    const away = strike.corner.startsWith('L') ? -1 : 1;
    while (set.some(([ox, oy]) => Math.hypot(ox - x, oy - y) < RING * 2)) x += away * RING * 2.1;
    set.push([x, y]);
    return [
      {
        kind: 'circle',
        cx: rounded(x),
        cy: rounded(y),
        r: RING,
        tone: 'danger',
        width: 2.2,
        fill: 'paper',
        name: `strike ${strike.id}`,
      },
      {
        kind: 'text',
        x: rounded(x),
        y: rounded(y + 4.5),
        text: String(at + 1),
        size: 13,
        tone: 'danger',
        anchor: 'middle',
        strong: true,
      },
    ];
  });
}

/** The numbers in words, with their millimeters, in a column from a place downward. */
const lines = (
  strikes: readonly Strike[],
  all: readonly Strike[],
  [x, y]: XY,
  anchor: 'start' | 'end',
  size: number,
): Shape[] =>
  strikes.map((strike, row) => ({
    kind: 'text',
    x,
    y: y + row * (size + 3),
    text: `${all.indexOf(strike) + 1} ${strike.what}: ${strike.text}`,
    size,
    tone: 'danger',
    anchor,
    strong: true,
    name: `says ${strike.id}`,
  }));

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

const words = (pose: CarPose, end: OneEnd) => {
  const [left, right] = end === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
  const one = (mm: number) => `${Math.abs(Math.round(mm))} mm ${mm < 0 ? 'down' : 'up'}`;
  return `left ${one(pose.movement.travel[left])}, right ${one(pose.movement.travel[right])}.`;
};
const said = (strikes: readonly Strike[], pose: CarPose, end: OneEnd | null) => {
  const here = strikes.filter(({ corner }) => end === null || pose.wheels[corner].end === end);
  return here.length ? ` ${here.map(({ what, text }) => `${what}, ${text}`).join('; ')}.` : '';
};

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
