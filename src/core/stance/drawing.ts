import type { PerCorner } from '../corners';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { BELOW_GROUND, GROUND, WIDTH, bodyShapes, stanceScale, wheelShapes } from './bodies';
import { axleMeans } from './plan';
import {
  type BodyKind,
  type Drawing,
  type Shape,
  type Tone,
  pathThrough as line,
  rounded as p,
} from './shapes';

export interface StanceInput {
  body: BodyKind;
  wheelbaseMm: number;
  tireDiameterMm: number;
  unit: TapeUnit;
  /** Measured heights, hub center to lip (or floor to lip less the tire's radius), mm. */
  measured: PerCorner<number> | null;
  /** An earlier set to show behind the measured one. */
  before?: PerCorner<number> | null;
  predicted?: PerCorner<number> | null;
  target?: { front: number | null; rear: number | null };
  /** Floor readings are drawn from the ground, hub and chassis readings from the hub. */
  fromFloor?: boolean;
}

/**
 * The side view of a car drawn from its own numbers: wheels on the ground, the body at its measured heights, the
 * predicted heights dashed, the targets as notches, each value at its place.
 */
export function sideView(input: StanceInput): Drawing {
  const { measured, predicted, before, target, unit, body } = input;
  const at = stanceScale(input);
  const { scale, frontX, rearX, hubY, ground } = at;
  const base = input.fromFloor ? ground : hubY;
  const heightY = (mm: number) => base - mm * scale;
  const radius = (input.tireDiameterMm / 2) * scale;
  const shown = measured ?? predicted ?? before;
  const tape = (mm: number) => formatTape(mm, unit);
  const shapes: Shape[] = [
    {
      kind: 'path',
      d: line([
        [16, ground],
        [WIDTH - 16, ground],
      ]),
      tone: 'ink',
      width: 2.5,
    },
  ];
  if (shown) shapes.push(...bodyShapes(body, axleMeans(shown), at, base, radius));

  for (const [end, x, side] of [
    ['front', frontX, -1],
    ['rear', rearX, 1],
  ] as const) {
    shapes.push(...wheelShapes(end, x, hubY, radius));
    const mean = (set: PerCorner<number>) => axleMeans(set)[end];
    const edge = (side < 0 ? at.noseX : at.tailX) + side * 16;
    const words = (
      y: number,
      text: string,
      tone: Tone,
      more: { size: number; strong?: boolean; name?: string },
    ) =>
      shapes.push({
        kind: 'text',
        x: p(edge + side * 13),
        y: p(y),
        text,
        tone,
        anchor: side < 0 ? 'end' : 'start',
        ...more,
      });
    const level = (y: number, tone: Tone, name: string, width: number, dash?: number[]) =>
      shapes.push({
        kind: 'path',
        d: line([
          [x + side * radius * 0.2, y],
          [edge + side * 7, y],
        ]),
        tone,
        width,
        name,
        ...(dash ? { dash } : {}),
      });

    if (before && measured) {
      const y = heightY(mean(before));
      level(y, 'soft', `${end}-before`, 1.25, [2, 4]);
    }
    if (predicted) {
      const y = heightY(mean(predicted));
      const d = line([
        [x - side * radius * 1.7, y],
        [edge + side * 7, y],
      ]);
      shapes.push({ kind: 'path', d, tone: 'predicted', width: 3, dash: [8, 5], name: `${end}-predicted` });
    }
    if (measured) {
      const y = heightY(mean(measured));
      level(y, 'ink', `${end}-lip`, 1.25);
      shapes.push({
        kind: 'path',
        d: `${line([
          [edge, base],
          [edge, y],
        ])}${line([
          [edge - 7, base],
          [edge + 7, base],
        ])}${line([
          [edge - 7, y],
          [edge + 7, y],
        ])}`,
        tone: 'ink',
        width: 2,
        name: `${end}-measured`,
      });
      const [left, right] = end === 'front' ? [measured.LF, measured.RF] : [measured.LR, measured.RR];
      const middle = (base + y) / 2;
      words(middle - 2, `L ${tape(left)}`, 'ink', { size: 23, strong: true, name: `${end}-left-value` });
      words(middle + 22, `R ${tape(right)}`, 'ink', { size: 23, strong: true, name: `${end}-right-value` });
    }
    const goal = target?.[end] ?? null;
    if (goal !== null) {
      const y = heightY(goal);
      const tip = x - side * radius * 1.8;
      const notch = line(
        [
          [tip, y],
          [tip - side * 13, y - 7],
          [tip - side * 13, y + 7],
        ],
        true,
      );
      shapes.push({
        kind: 'path',
        d: notch,
        tone: 'target',
        width: 1.5,
        fill: 'target',
        name: `${end}-target`,
      });
    }
    const under = [
      ...(predicted ? [{ text: `predicted ${tape(mean(predicted))}`, tone: 'predicted' as const }] : []),
      ...(goal === null ? [] : [{ text: `target ${tape(goal)}`, tone: 'target' as const }]),
    ];
    under.forEach(({ text, tone }, index) =>
      shapes.push({
        kind: 'text',
        x: p(x),
        y: ground + 20 + index * 20,
        text,
        size: 18,
        tone,
        anchor: 'middle',
        strong: true,
      }),
    );
  }
  const spoken = (name: string, set: PerCorner<number> | null | undefined) =>
    set
      ? `${name}: left front ${tape(set.LF)}, right front ${tape(set.RF)}, left rear ${tape(set.LR)}, right rear ${tape(set.RR)}. `
      : '';
  // Cut above the roof of the tallest set shown, so that every set shares one frame.
  const tallest = Math.max(
    ...[measured, predicted, before].flatMap((set) => (set ? Object.values(set) : [0])),
  );
  const roof = Math.max(0, Math.floor(heightY(tallest) - at.top * scale - 14));
  return {
    width: WIDTH,
    height: GROUND + BELOW_GROUND - roof,
    top: roof,
    shapes,
    alt: `Side view of the ${body}. ${spoken('Measured', measured)}${spoken('Before', before)}${spoken('Predicted', predicted)}`.trim(),
  };
}

/** Lean is drawn larger than it is, or nobody would see a quarter of an inch. */
export const LEAN_DRAWN = 6;
const LEAN_SCALE = 0.14;

/** One axle from behind: the lip line tilted by its lean, drawn six times as steep, with the value. */
export function leanView(end: 'front' | 'rear', left: number, right: number, unit: TapeUnit): Drawing {
  const width = 260;
  const ground = 92;
  const middleY = 36;
  const lean = left - right;
  const tilt = (lean / 2) * LEAN_SCALE * LEAN_DRAWN;
  const wheel = (x: number): Shape => ({
    kind: 'path',
    d: line(
      [
        [x, 46],
        [x, ground],
        [x + 30, ground],
        [x + 30, 46],
      ],
      true,
    ),
    tone: 'ink',
    width: 2.5,
    fill: 'paper',
  });
  const size = formatTape(Math.abs(lean), unit);
  const words = Math.abs(lean) < 0.8 ? 'level' : lean > 0 ? `left ${size} higher` : `right ${size} higher`;
  const shapes: Shape[] = [
    {
      kind: 'path',
      d: line([
        [10, ground],
        [width - 10, ground],
      ]),
      tone: 'ink',
      width: 2,
    },
    {
      kind: 'path',
      d: line([
        [60, 70],
        [200, 70],
      ]),
      tone: 'soft',
      width: 4,
    },
    wheel(38),
    wheel(192),
    {
      kind: 'path',
      d: line([
        [24, middleY],
        [236, middleY],
      ]),
      tone: 'soft',
      width: 1,
      dash: [3, 4],
    },
    {
      kind: 'path',
      d: line([
        [24, middleY - tilt],
        [236, middleY + tilt],
      ]),
      tone: 'ink',
      width: 3.5,
      name: `${end}-lean`,
    },
    {
      kind: 'text',
      x: width / 2,
      y: 17,
      text: `${end}: ${words}`,
      size: 19,
      tone: 'ink',
      anchor: 'middle',
      strong: true,
    },
  ];
  return { width, height: 98, top: 0, shapes, alt: `The ${end} axle from behind: ${words}.` };
}
