import { lengthOf } from '../calc/geometry';
import { type Shape, type Tone, pathThrough, rounded } from '../stance/shapes';
import { isLeaf, isSolidCoil } from './axle-kinds';
import type { AxleStand } from './axle-stand';
import type { Figures } from './figures';

/** Paper: how a point of the car (mm) lands on the drawing. */
export interface Frame {
  scale: number;
  /** Drawing x of the axle, and y of its hub center. */
  x: number;
  y: number;
}

type XY = [number, number];
const at = ({ scale, x, y }: Frame, rearward: number, up: number): XY => [
  x + rearward * scale,
  y - up * scale,
];

const stroke = (d: string, tone: Tone, width: number, name?: string, dash?: number[]): Shape => ({
  kind: 'path',
  d,
  tone,
  width,
  ...(name ? { name } : {}),
  ...(dash ? { dash } : {}),
});
const spot = ([cx, cy]: XY, r: number, fill: Tone = 'ink'): Shape => ({
  kind: 'circle',
  cx: rounded(cx),
  cy: rounded(cy),
  r,
  tone: 'ink',
  width: 1.5,
  fill,
});

/** A coil between two points, drawn as its turns. */
export function coilBetween(from: XY, to: XY, half: number, turns = 6): string {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = lengthOf(dx, dy) || 1;
  const [nx, ny] = [-dy / long, dx / long];
  const points: XY[] = [from];
  for (let turn = 0; turn < turns * 2; turn += 1) {
    const along = (turn + 0.5) / (turns * 2);
    const side = turn % 2 ? -half : half;
    points.push([from[0] + dx * along + nx * side, from[1] + dy * along + ny * side]);
  }
  points.push(to);
  return pathThrough(points);
}

function leafShapes(axle: AxleStand, f: Figures, frame: Frame): Shape[] {
  const leaf = axle.leaf!;
  const blocks = axle.total('block', 't');
  const over = axle.kind === 'leaf-over';
  // The pack sits on the tube, on its block; under the axle it hangs below it.
  const half = f.tube! / 2;
  const seatUp = over ? half + blocks : -half - f.packHeight!;
  const place = (p: { x: number; y: number }): XY => at(frame, p.x - leaf.seat.x, p.y - leaf.seat.y + seatUp);
  const eye = place({ x: 0, y: 0 });
  const seat = place(leaf.seat);
  const rear = place(leaf.eye);
  const pivot = place(leaf.pivot);
  // A curve through the seat: the middle control point lies as far beyond it again.
  const bend: XY = [2 * seat[0] - (eye[0] + rear[0]) / 2, 2 * seat[1] - (eye[1] + rear[1]) / 2];
  const curve = (down: number) =>
    `M${rounded(eye[0])} ${rounded(eye[1] + down)}Q${rounded(bend[0])} ${rounded(bend[1] + down * 2)} ${rounded(rear[0])} ${rounded(rear[1] + down)}`;
  return [
    stroke(curve(0), 'ink', 3.5, `${axle.end}-leaf`),
    stroke(pathThrough([rear, pivot]), 'ink', 4, `${axle.end}-shackle`),
    spot(eye, 4),
    spot(rear, 3.5),
    spot(pivot, 4, 'paper'),
    ...(blocks > 0 && over
      ? [
          stroke(
            pathThrough(
              [
                at(frame, -45, half),
                at(frame, 45, half),
                at(frame, 45, half + blocks),
                at(frame, -45, half + blocks),
              ],
              true,
            ),
            'predicted',
            2,
            `${axle.end}-block`,
          ),
        ]
      : []),
  ];
}

/** One axle in the side view: springs, arms and what carries them, as they stand with the plan. */
export function axleFromTheSide(axle: AxleStand, f: Figures, frame: Frame): Shape[] {
  if (isLeaf(axle.kind)) return leafShapes(axle, f, frame);
  const spring = axle.spring;
  const shapes: Shape[] = [];
  const forward = axle.end === 'front' ? 1 : -1;
  if (isSolidCoil(axle.kind)) {
    const lift = axle.wheelLift;
    const drop = axle.total('bracketDrop', 't');
    const arm = (from: XY, to: XY, name: string) => {
      shapes.push(stroke(pathThrough([from, to]), 'ink', 4, name), spot(from, 3), spot(to, 3.5, 'paper'));
    };
    if (axle.kind === 'coil-radius') {
      const run = Math.sqrt(Math.max(1, f.arm! ** 2 - (f.armRise! + lift - drop) ** 2));
      arm(at(frame, 0, 0), at(frame, run, f.armRise! + lift - drop), `${axle.end}-arm`);
    } else {
      arm(
        at(frame, f.axleLowerX!, f.axleLowerY!),
        at(frame, f.frameLowerX!, f.frameLowerY! + lift - drop),
        `${axle.end}-lower-link`,
      );
      arm(
        at(frame, f.axleUpperX!, f.axleUpperY!),
        at(frame, f.frameUpperX!, f.frameUpperY! + lift - drop),
        `${axle.end}-upper-link`,
      );
    }
  }
  const foot = axle.kind === 'coilover' ? -20 : axle.kind === 'strut' ? 120 : 55;
  const spacer =
    axle.total('coilSpacer', 't') + axle.total('strutSpacer', 't') + axle.total('preloadSpacer', 't');
  const length = (spring?.installed ?? 250) + Math.max(0, spacer);
  const lean = isSolidCoil(axle.kind) ? 0 : 25 * forward;
  const low = at(frame, 0, foot);
  const high = at(frame, lean, foot + length);
  shapes.push(stroke(coilBetween(low, high, 55 * frame.scale), 'ink', 2, `${axle.end}-coil`));
  if (spacer > 0) {
    const [, top] = at(frame, 0, foot + length);
    const tall = Math.max(3, spacer * frame.scale);
    shapes.push(
      stroke(
        pathThrough(
          [
            [high[0] - 60 * frame.scale, top],
            [high[0] + 60 * frame.scale, top],
            [high[0] + 60 * frame.scale, top - tall],
            [high[0] - 60 * frame.scale, top - tall],
          ],
          true,
        ),
        'predicted',
        2,
        `${axle.end}-spacer`,
      ),
    );
  }
  return shapes;
}
