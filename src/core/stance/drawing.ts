import type { PerCorner } from '../calc/fields';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { axleMeans } from './plan';

export type BodyKind = 'pick-up' | 'wagon' | 'van' | 'cart';

/** A stroke, a disc or a word of a drawing; the screen and the PDF each draw it in their own way. */
export type Shape =
  | { kind: 'path'; d: string; tone: Tone; width: number; dash?: number[]; fill?: Tone; name?: string }
  | { kind: 'circle'; cx: number; cy: number; r: number; tone: Tone; width: number; fill?: Tone; name?: string }
  | {
      kind: 'text';
      x: number;
      y: number;
      text: string;
      size: number;
      tone: Tone;
      anchor: 'start' | 'middle' | 'end';
      strong?: boolean;
      name?: string;
    };
export type Tone = 'ink' | 'soft' | 'rule' | 'paper' | 'predicted' | 'target' | 'done';

export interface Drawing {
  width: number;
  height: number;
  shapes: Shape[];
  /** What it shows, in words. */
  alt: string;
}

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

const VIEW = { width: 800, height: 330, ground: 286 };
/** Body lines by kind: along the wheelbase (0 front axle, 1 rear), and mm above the lip line. */
const BODIES: Record<BodyKind, { outline: [number, number][]; glass: [number, number][][]; sill: number; nose: number; tail: number }> = {
  'pick-up': {
    nose: -0.27,
    tail: 1.36,
    sill: -210,
    outline: [
      [-0.27, 40],
      [-0.25, 190],
      [-0.17, 245],
      [0.16, 275],
      [0.3, 660],
      [0.335, 690],
      [0.74, 690],
      [0.77, 655],
      [0.79, 260],
      [1.35, 250],
      [1.36, 30],
    ],
    glass: [
      [
        [0.2, 290],
        [0.318, 620],
        [0.48, 620],
        [0.48, 290],
      ],
      [
        [0.51, 290],
        [0.51, 620],
        [0.725, 620],
        [0.745, 290],
      ],
    ],
  },
  wagon: {
    nose: -0.3,
    tail: 1.32,
    sill: -210,
    outline: [
      [-0.3, 30],
      [-0.28, 170],
      [-0.2, 225],
      [0.14, 260],
      [0.32, 580],
      [0.38, 615],
      [1.16, 600],
      [1.24, 540],
      [1.31, 260],
      [1.32, 20],
    ],
    glass: [
      [
        [0.19, 270],
        [0.34, 545],
        [0.52, 550],
        [0.52, 270],
      ],
      [
        [0.555, 270],
        [0.555, 552],
        [0.86, 550],
        [0.86, 270],
      ],
      [
        [0.895, 270],
        [0.895, 548],
        [1.13, 535],
        [1.22, 270],
      ],
    ],
  },
  van: {
    nose: -0.24,
    tail: 1.3,
    sill: -220,
    outline: [
      [-0.24, 20],
      [-0.22, 220],
      [-0.06, 330],
      [0.13, 900],
      [0.2, 960],
      [1.26, 960],
      [1.3, 900],
      [1.3, 20],
    ],
    glass: [
      [
        [0.0, 380],
        [0.15, 830],
        [0.34, 830],
        [0.34, 380],
      ],
    ],
  },
  cart: {
    nose: -0.24,
    tail: 1.28,
    sill: -120,
    outline: [
      [-0.24, 10],
      [-0.2, 210],
      [-0.02, 260],
      [0.1, 900],
      [0.13, 930],
      [1.02, 930],
      [1.04, 900],
      [0.92, 330],
      [1.0, 190],
      [1.26, 180],
      [1.28, 0],
    ],
    glass: [
      [
        [0.05, 290],
        [0.145, 880],
        [0.94, 880],
        [0.83, 290],
      ],
    ],
  },
};

const p = (value: number) => Math.round(value * 100) / 100;
const line = (points: [number, number][], close = false) =>
  points.map(([x, y], index) => `${index ? 'L' : 'M'}${p(x)} ${p(y)}`).join('') + (close ? 'Z' : '');

/** How the side view maps millimeters to the drawing; heights and their drawn positions follow from each other. */
export function stanceScale(input: Pick<StanceInput, 'wheelbaseMm' | 'tireDiameterMm' | 'body'>) {
  const { nose, tail } = BODIES[input.body];
  const long = (tail - nose) * input.wheelbaseMm;
  const scale = Math.min(640 / long, 205 / (input.tireDiameterMm / 2 + 1430));
  const left = (VIEW.width - long * scale) / 2 - nose * input.wheelbaseMm * scale;
  const frontX = left;
  const rearX = left + input.wheelbaseMm * scale;
  const hubY = VIEW.ground - (input.tireDiameterMm / 2) * scale;
  return { scale, frontX, rearX, hubY, ground: VIEW.ground };
}

/**
 * The side view of a car drawn from its own numbers: wheels on the ground, the body at its measured heights, the
 * predicted heights dashed, the targets as notches, each value at its place.
 */
export function sideView(input: StanceInput): Drawing {
  const { measured, predicted, before, target, unit, body } = input;
  const { scale, frontX, rearX, hubY, ground } = stanceScale(input);
  const base = input.fromFloor ? ground : hubY;
  const heightY = (mm: number) => base - mm * scale;
  const radius = (input.tireDiameterMm / 2) * scale;
  const shapes: Shape[] = [];
  const lines = BODIES[body];
  const bodyHeights = measured ?? predicted ?? before;

  const xAt = (u: number) => frontX + u * (rearX - frontX);
  shapes.push({ kind: 'path', d: line([[20, ground], [VIEW.width - 20, ground]]), tone: 'ink', width: 2 });
  if (bodyHeights) {
    const { front, rear } = axleMeans(bodyHeights);
    const lipY = (u: number) => heightY(front + (rear - front) * u);
    const at = ([u, above]: [number, number]): [number, number] => [xAt(u), lipY(u) - above * scale];
    const arch = radius * 1.18;
    const archAt = (u: number): [number, number][] => {
      const middle = xAt(u);
      const top = lipY(u);
      const sill = (x: number) => lipY((x - frontX) / (rearX - frontX)) - lines.sill * scale;
      return [
        [middle + arch, Math.min(sill(middle + arch), ground - 12)],
        [middle + arch * 0.86, top + arch * 0.36],
        [middle + arch * 0.52, top + arch * 0.06],
        [middle, top],
        [middle - arch * 0.52, top + arch * 0.06],
        [middle - arch * 0.86, top + arch * 0.36],
        [middle - arch, Math.min(sill(middle - arch), ground - 12)],
      ];
    };
    const outline = [...lines.outline.map(at), ...archAt(1), ...archAt(0)];
    shapes.push({ kind: 'path', d: line(outline, true), tone: 'ink', width: 2.25, fill: 'paper', name: 'body' });
    for (const pane of lines.glass) {
      shapes.push({ kind: 'path', d: line(pane.map(at), true), tone: 'soft', width: 1.25 });
    }
  }
  for (const [end, x] of [
    ['front', frontX],
    ['rear', rearX],
  ] as const) {
    shapes.push({ kind: 'circle', cx: p(x), cy: p(hubY), r: p(radius), tone: 'ink', width: 2.5, fill: 'paper', name: `${end}-tire` });
    shapes.push({ kind: 'circle', cx: p(x), cy: p(hubY), r: p(radius * 0.55), tone: 'ink', width: 1.25 });
    shapes.push({ kind: 'circle', cx: p(x), cy: p(hubY), r: 2.5, tone: 'ink', width: 1, fill: 'ink' });
  }

  const text = (x: number, y: number, words: string, tone: Tone, options: Partial<Extract<Shape, { kind: 'text' }>> = {}) =>
    shapes.push({ kind: 'text', x: p(x), y: p(y), text: words, size: 15, tone, anchor: 'middle', ...options });
  const tape = (mm: number) => formatTape(mm, unit);

  for (const [end, x, side] of [
    ['front', frontX, -1],
    ['rear', rearX, 1],
  ] as const) {
    const edge = x + side * radius * 1.5;
    const mean = (set: PerCorner<number>) => axleMeans(set)[end];
    if (before && measured) {
      const y = heightY(mean(before));
      shapes.push({ kind: 'path', d: line([[edge - 9, y], [edge + 9, y]]), tone: 'soft', width: 1.5, name: `${end}-before` });
    }
    if (measured) {
      const y = heightY(mean(measured));
      shapes.push({
        kind: 'path',
        d: `${line([[edge, base], [edge, y]])}${line([[edge - 6, y], [edge + 6, y]])}${line([[edge - 6, base], [edge + 6, base]])}`,
        tone: 'ink',
        width: 1.75,
        name: `${end}-measured`,
      });
      const [l, r] = end === 'front' ? [measured.LF, measured.RF] : [measured.LR, measured.RR];
      const anchor = side < 0 ? 'end' : 'start';
      text(edge + side * 12, base - (base - y) / 2 - 5, `L ${tape(l)}`, 'ink', { anchor, size: 19, strong: true, name: `${end}-left-value` });
      text(edge + side * 12, base - (base - y) / 2 + 16, `R ${tape(r)}`, 'ink', { anchor, size: 19, strong: true, name: `${end}-right-value` });
    }
    if (predicted) {
      const y = heightY(mean(predicted));
      const reach = radius * 1.5;
      shapes.push({ kind: 'path', d: line([[x - reach, y], [x + reach, y]]), tone: 'predicted', width: 2.5, dash: [7, 5], name: `${end}-predicted` });
    }
    const goal = target?.[end] ?? null;
    if (goal !== null) {
      const y = heightY(goal);
      const tip = x - side * radius * 1.62;
      shapes.push({
        kind: 'path',
        d: line([[tip, y], [tip - side * 11, y - 6], [tip - side * 11, y + 6]], true),
        tone: 'target',
        width: 1.5,
        fill: 'target',
        name: `${end}-target`,
      });
    }
    const under = [
      predicted ? `predicted ${tape(mean(predicted))}` : null,
      goal === null ? null : `target ${tape(goal)}`,
    ].filter(Boolean);
    if (predicted) text(x, ground + 20, under[0]!, 'predicted', { size: 15, strong: true });
    if (goal !== null) text(x, ground + (predicted ? 38 : 20), `target ${tape(goal)}`, 'target', { size: 15 });
  }
  const spoken = (name: string, set: PerCorner<number> | null | undefined) =>
    set
      ? `${name}: left front ${tape(set.LF)}, right front ${tape(set.RF)}, left rear ${tape(set.LR)}, right rear ${tape(set.RR)}. `
      : '';
  return {
    width: VIEW.width,
    height: VIEW.height,
    shapes,
    alt: `Side view of the ${body}. ${spoken('Measured', measured)}${spoken('Before', before)}${spoken('Predicted', predicted)}`.trim(),
  };
}

/** Lean is drawn larger than it is, or nobody would see a quarter of an inch. */
export const LEAN_DRAWN = 6;

/** One axle from behind: the lip line tilted by its lean, drawn six times as steep, with the value. */
export function leanView(end: 'front' | 'rear', left: number, right: number, unit: TapeUnit): Drawing {
  const width = 260;
  const ground = 112;
  const middleY = 46;
  const scale = 0.14;
  const tilt = ((left - right) / 2) * scale * LEAN_DRAWN;
  const lean = left - right;
  const leftY = middleY - tilt;
  const rightY = middleY + tilt;
  const shapes: Shape[] = [
    { kind: 'path', d: line([[10, ground], [width - 10, ground]]), tone: 'ink', width: 1.75 },
    { kind: 'path', d: line([[58, 84], [202, 84]]), tone: 'soft', width: 3 },
    { kind: 'path', d: line([[42, 56], [42, ground], [70, ground], [70, 56]], true), tone: 'ink', width: 2, fill: 'paper' },
    { kind: 'path', d: line([[190, 56], [190, ground], [218, ground], [218, 56]], true), tone: 'ink', width: 2, fill: 'paper' },
    { kind: 'path', d: line([[30, middleY], [230, middleY]]), tone: 'rule', width: 1, dash: [3, 4] },
    { kind: 'path', d: line([[30, leftY], [230, rightY]]), tone: 'ink', width: 3, name: `${end}-lean` },
  ];
  const size = formatTape(Math.abs(lean), unit);
  const words = Math.abs(lean) < 0.8 ? 'level' : lean > 0 ? `left ${size} higher` : `right ${size} higher`;
  shapes.push({ kind: 'text', x: width / 2, y: 18, text: `${end}: ${words}`, size: 17, tone: 'ink', anchor: 'middle', strong: true });
  return { width, height: 122, shapes, alt: `The ${end} axle from behind: ${words}.` };
}
