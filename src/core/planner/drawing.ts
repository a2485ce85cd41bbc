import { type PerCorner, eachCorner } from '../corners';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { GROUND, WIDTH, bodyShapes, stanceScale, wheelShapes } from '../stance/bodies';
import { type BodyKind, type Drawing, type Shape, pathThrough, rounded } from '../stance/shapes';
import { isIndependent, isLeaf } from './axle-kinds';
import type { CarStand } from './car-stand';
import { axleFromTheSide, coilBetween } from './draw-axle';
import type { OneEnd } from './measures';
import type { Band } from './spread';

export interface PlanPicture {
  body: BodyKind;
  unit: TapeUnit;
  stand: CarStand;
  /** As it came, and as the plan predicts it, mm by the plan's method. */
  baseline: PerCorner<number>;
  predicted: PerCorner<number>;
  target: { front: number | null; rear: number | null };
  band: PerCorner<Band> | null;
  fromFloor: boolean;
}

/** Heights drawn while nobody has measured yet: only the shape of a car, never a figure to work from. */
export function assumedHeights(stand: CarStand): PerCorner<number> {
  const hub = (end: OneEnd) => stand.v[end].tireDiameter! * (end === 'front' ? 0.68 : 0.72);
  return eachCorner((corner) => hub(corner.endsWith('F') ? 'front' : 'rear'));
}

const ROOM_ABOVE = 16;
const ROOM_BELOW = 62;
const mean = (set: PerCorner<number>, end: OneEnd) =>
  end === 'front' ? (set.LF + set.RF) / 2 : (set.LR + set.RR) / 2;

/** The scale of the plan's side view: the numbers of the drawing follow from the heights by it. */
export function planScale({ body, stand }: Pick<PlanPicture, 'body' | 'stand'>) {
  return stanceScale({
    body,
    wheelbaseMm: stand.v.car.wheelbase!,
    tireDiameterMm: Math.max(stand.axles.front.wheel.diameter, stand.axles.rear.wheel.diameter),
  });
}

/**
 * The car from the side as the plan would stand it: body at the predicted heights, as it came behind it, springs and
 * arms, the target and the band the prediction may come out in, and each wheel at full droop and full bump.
 */
export function planSide(picture: PlanPicture): Drawing {
  const { stand, baseline, predicted, target, band, body, unit, fromFloor } = picture;
  const scale = planScale(picture);
  const tape = (mm: number) => formatTape(mm, unit);
  const shapes: Shape[] = [
    {
      kind: 'path',
      d: pathThrough([
        [16, GROUND],
        [WIDTH - 16, GROUND],
      ]),
      tone: 'ink',
      width: 2.5,
    },
  ];
  const radius = (end: OneEnd) => (stand.axles[end].wheel.diameter / 2) * scale.scale;
  const hub = (end: OneEnd) => GROUND - radius(end);
  const base = (end: OneEnd) => (fromFloor ? GROUND : hub(end));
  const lipY = (end: OneEnd, mm: number) => base(end) - mm * scale.scale;
  // The body is drawn over one base line; heights by hub on other wheels are carried to it.
  const drawn = (set: PerCorner<number>) => ({
    front: (GROUND - lipY('front', mean(set, 'front'))) / scale.scale,
    rear: (GROUND - lipY('rear', mean(set, 'rear'))) / scale.scale,
  });
  const arch = Math.max(radius('front'), radius('rear'));
  const [was] = bodyShapes(body, drawn(baseline), scale, GROUND, arch);
  const now = bodyShapes(body, drawn(predicted), scale, GROUND, arch);
  if (was?.kind === 'path')
    shapes.push({ ...was, tone: 'soft', width: 1.2, dash: [2, 5], fill: undefined, name: 'as-it-came' });
  shapes.push(...now);

  for (const [end, x, side] of [
    ['front', scale.frontX, -1],
    ['rear', scale.rearX, 1],
  ] as const) {
    const axle = stand.axles[end];
    const r = radius(end);
    const travel = (name: string, mm: number) =>
      shapes.push({
        kind: 'circle',
        cx: rounded(x),
        cy: rounded(hub(end) + mm * scale.scale),
        r: rounded(r * 0.99),
        tone: 'soft',
        width: 1,
        name: `${end}-${name}`,
      });
    travel('droop', Math.max(0, axle.droopTravel));
    travel('bump', -Math.max(0, axle.bumpTravel));
    shapes.push(...wheelShapes(end, x, hub(end), r));
    shapes.push(...axleFromTheSide(axle, stand.v[end], { scale: scale.scale, x, y: hub(end) }));

    const edge = (side < 0 ? scale.noseX : scale.tailX) + side * 16;
    const y = lipY(end, mean(predicted, end));
    if (band) {
      const [low, high] = end === 'front' ? [band.LF, band.RF] : [band.LR, band.RR];
      const top = lipY(end, (low.p90 + high.p90) / 2);
      const bottom = lipY(end, (low.p10 + high.p10) / 2);
      shapes.push({
        kind: 'path',
        d: pathThrough(
          [
            [x - side * r * 1.7, top],
            [edge + side * 7, top],
            [edge + side * 7, bottom],
            [x - side * r * 1.7, bottom],
          ],
          true,
        ),
        tone: 'band',
        width: 0.5,
        fill: 'band',
        name: `${end}-band`,
      });
    }
    shapes.push({
      kind: 'path',
      d: pathThrough([
        [x - side * r * 1.7, y],
        [edge + side * 7, y],
      ]),
      tone: 'predicted',
      width: 3,
      dash: [8, 5],
      name: `${end}-predicted`,
    });
    shapes.push({
      kind: 'path',
      d: `${pathThrough([
        [edge, base(end)],
        [edge, y],
      ])}${pathThrough([
        [edge - 7, base(end)],
        [edge + 7, base(end)],
      ])}`,
      tone: 'predicted',
      width: 2,
      name: `${end}-height`,
    });
    const goal = target[end];
    if (goal !== null) {
      const ty = lipY(end, goal);
      const tip = x - side * r * 1.8;
      shapes.push({
        kind: 'path',
        d: pathThrough(
          [
            [tip, ty],
            [tip - side * 13, ty - 7],
            [tip - side * 13, ty + 7],
          ],
          true,
        ),
        tone: 'target',
        width: 1.5,
        fill: 'target',
        name: `${end}-target`,
      });
    }
    const [left, right] = end === 'front' ? [predicted.LF, predicted.RF] : [predicted.LR, predicted.RR];
    const middle = (base(end) + y) / 2;
    const value = (dy: number, text: string, name: string) =>
      shapes.push({
        kind: 'text',
        x: rounded(edge + side * 13),
        y: rounded(middle + dy),
        text,
        size: 23,
        tone: 'predicted',
        anchor: side < 0 ? 'end' : 'start',
        strong: true,
        name,
      });
    value(-2, `L ${tape(left)}`, `${end}-left-value`);
    value(22, `R ${tape(right)}`, `${end}-right-value`);
    const under = [
      { text: `came ${tape(mean(baseline, end))}`, tone: 'soft' as const },
      ...(goal === null ? [] : [{ text: `target ${tape(goal)}`, tone: 'target' as const }]),
    ];
    // Beside the wheel's own droop circle, so that neither crosses the other.
    under.forEach(({ text, tone }, index) =>
      shapes.push({
        kind: 'text',
        x: rounded(x + side * (r + 14)),
        y: GROUND + 22 + index * 20,
        text,
        size: 18,
        tone,
        anchor: side < 0 ? 'end' : 'start',
        strong: true,
      }),
    );
  }
  const tallest = Math.max(...Object.values(predicted), ...Object.values(baseline));
  const roof = Math.max(
    0,
    Math.floor(
      Math.min(lipY('front', tallest), lipY('rear', tallest)) - scale.top * scale.scale - ROOM_ABOVE,
    ),
  );
  return {
    width: WIDTH,
    height: GROUND + ROOM_BELOW - roof,
    top: roof,
    shapes,
    alt: `The planned ${body} from the side. Predicted: left front ${tape(predicted.LF)}, right front ${tape(predicted.RF)}, left rear ${tape(predicted.LR)}, right rear ${tape(predicted.RR)}. As it came: left front ${tape(baseline.LF)}, right front ${tape(baseline.RF)}, left rear ${tape(baseline.LR)}, right rear ${tape(baseline.RR)}.`,
  };
}

const ACROSS = 420;
const FLOOR = 204;
const HALF = ACROSS / 2;

/** How the view along the car maps millimeters: x from the center line, y up from the ground. */
export function acrossScale(stand: CarStand, end: OneEnd) {
  const scale = Math.min(300 / (stand.v[end].track! + 300), 150 / 950);
  return { scale, ground: FLOOR, center: HALF };
}

/** One axle along the car: tires on the ground, arms or tube, springs, and the body over them with its lean. */
export function planAcross(picture: PlanPicture, end: OneEnd): Drawing {
  const { stand, predicted, unit, fromFloor } = picture;
  const axle = stand.axles[end];
  const f = stand.v[end];
  const { scale } = acrossScale(stand, end);
  const [left, right] = end === 'front' ? [predicted.LF, predicted.RF] : [predicted.LR, predicted.RR];
  const radius = axle.wheel.diameter / 2;
  const half = f.track! / 2 + (f.offset! - axle.wheel.offset) + axle.wheel.spacer;
  const pt = (x: number, up: number): [number, number] => [HALF + x * scale, FLOOR - up * scale];
  const lipUp = (mm: number) => (fromFloor ? mm : radius + mm);
  const shapes: Shape[] = [
    {
      kind: 'path',
      d: pathThrough([
        [10, FLOOR],
        [ACROSS - 10, FLOOR],
      ]),
      tone: 'ink',
      width: 2,
    },
  ];
  const line = (points: [number, number][], width: number, name?: string, tone: Shape['tone'] = 'ink') =>
    shapes.push({ kind: 'path', d: pathThrough(points), tone, width, ...(name ? { name } : {}) });
  for (const side of [-1, 1]) {
    const tire = (up: number, name: string, tone: 'ink' | 'soft', width: number, fill?: 'paper') => {
      const [x1, x2] = [side * half - axle.wheel.width / 2, side * half + axle.wheel.width / 2];
      const d = pathThrough([pt(x1, up), pt(x2, up), pt(x2, up + 2 * radius), pt(x1, up + 2 * radius)], true);
      shapes.push({ kind: 'path', d, tone, width, name, ...(fill ? { fill } : { dash: [3, 4] }) });
    };
    const which = side < 0 ? 'left' : 'right';
    tire(-Math.max(0, axle.droopTravel), `${end}-${which}-droop`, 'soft', 1);
    tire(Math.max(0, axle.bumpTravel), `${end}-${which}-bump`, 'soft', 1);
    tire(0, `${end}-${which}-tire`, 'ink', 2.5, 'paper');
    if (isIndependent(axle.kind)) {
      // Points were measured at ride: the wheel's own go with the hub, the body's rise with the lift.
      const rise = axle.wheelLift - axle.total('subframeDrop', 't');
      const at = (x: number, y: number, up = 0) => pt(side * Math.min(x, half - 70), y + up);
      line([at(f.pivotX!, f.pivotY!, rise), at(f.jointX!, f.jointY!)], 4, `${end}-${which}-arm`);
      if (axle.kind === 'strut') line([at(f.jointX!, f.jointY!), at(f.topX!, f.topY!, rise)], 3);
      else line([at(f.upperPivotX!, f.upperPivotY!, rise), at(f.upperJointX!, f.upperJointY!)], 3);
      line([at(150, radius - f.shaftDrop!, rise), at(f.jointX!, radius)], 2, undefined, 'soft');
    } else {
      line([pt(0, radius), pt(side * half, radius)], 5);
      const at = side * Math.min(half - 160, 480);
      const top = lipUp(side < 0 ? left : right) - 120;
      if (!isLeaf(axle.kind))
        shapes.push({
          kind: 'path',
          d: coilBetween(pt(at, radius + 40), pt(at, Math.max(radius + 120, top)), 55 * scale, 5),
          tone: 'ink',
          width: 1.8,
        });
      else
        line(
          [
            pt(at - 35, radius + f.tube! / 2 + axle.total('block', 't')),
            pt(at + 35, radius + f.tube! / 2 + axle.total('block', 't')),
          ],
          7,
        );
    }
  }
  line([pt(-half - 60, lipUp(left)), pt(half + 60, lipUp(right))], 3.5, `${end}-lip`, 'predicted');
  shapes.push({
    kind: 'text',
    x: HALF,
    y: 18,
    text: `${end}: L ${formatTape(left, unit)}   R ${formatTape(right, unit)}`,
    size: 19,
    tone: 'ink',
    anchor: 'middle',
    strong: true,
  });
  return {
    width: ACROSS,
    height: FLOOR + 26,
    top: 0,
    shapes,
    alt: `The ${end} axle along the car: left ${formatTape(left, unit)}, right ${formatTape(right, unit)}; ${Math.round(axle.droopTravel)} mm of droop and ${Math.round(axle.bumpTravel)} mm of bump left.`,
  };
}
