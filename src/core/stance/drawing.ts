import type { PerCorner } from '../calc/fields';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { axleMeans } from './plan';

export type BodyKind = 'pick-up' | 'wagon' | 'van' | 'cart';

/** A stroke, a disc or a word of a drawing; the screen and the PDF each draw it in their own way. */
export type Shape =
  | { kind: 'path'; d: string; tone: Tone; width: number; dash?: number[]; fill?: Tone; name?: string }
  | {
      kind: 'circle';
      cx: number;
      cy: number;
      r: number;
      tone: Tone;
      width: number;
      fill?: Tone;
      name?: string;
    }
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
  /** Where the frame begins: shapes above it are cut off. */
  top: number;
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

/** The ground line; the picture is cut above the roof, so that no empty paper stands over a low car. */
const GROUND = 300;
const WIDTH = 860;
/** Room kept at each side for the dimension lines and their values. */
const MARGIN = 132;
const BELOW_GROUND = 46;

interface BodyLines {
  /** Along the wheelbase (0 front axle, 1 rear) and mm above the lip line, from the nose over the roof to the tail. */
  outline: [number, number][];
  glass: [number, number][][];
  /** How far below the lip line the sill runs, mm. */
  sill: number;
}

const BODIES: Record<BodyKind, BodyLines> = {
  'pick-up': {
    sill: 400,
    outline: [
      [-0.25, -330],
      [-0.27, -250],
      [-0.27, 60],
      [-0.255, 215],
      [-0.2, 270],
      [0.17, 320],
      [0.305, 800],
      [0.35, 850],
      [0.735, 850],
      [0.775, 810],
      [0.79, 310],
      [0.805, 310],
      [1.35, 300],
      [1.355, -200],
      [1.34, -280],
    ],
    glass: [
      [
        [0.215, 345],
        [0.325, 765],
        [0.5, 770],
        [0.5, 345],
      ],
      [
        [0.53, 345],
        [0.53, 770],
        [0.72, 768],
        [0.745, 345],
      ],
    ],
  },
  wagon: {
    sill: 390,
    outline: [
      [-0.29, -300],
      [-0.31, -200],
      [-0.3, 100],
      [-0.27, 190],
      [-0.19, 245],
      [0.15, 305],
      [0.33, 690],
      [0.4, 740],
      [1.14, 725],
      [1.23, 650],
      [1.31, 290],
      [1.325, 200],
      [1.32, -220],
      [1.29, -300],
    ],
    glass: [
      [
        [0.205, 320],
        [0.355, 655],
        [0.53, 665],
        [0.53, 320],
      ],
      [
        [0.565, 320],
        [0.565, 667],
        [0.87, 662],
        [0.87, 320],
      ],
      [
        [0.905, 320],
        [0.905, 660],
        [1.12, 645],
        [1.22, 320],
      ],
    ],
  },
  van: {
    sill: 400,
    outline: [
      [-0.22, -330],
      [-0.25, -230],
      [-0.24, 230],
      [-0.2, 330],
      [-0.05, 410],
      [0.12, 1010],
      [0.18, 1080],
      [1.26, 1090],
      [1.31, 1050],
      [1.32, -230],
      [1.3, -310],
    ],
    glass: [
      [
        [0.0, 440],
        [0.145, 960],
        [0.36, 960],
        [0.36, 440],
      ],
    ],
  },
  cart: {
    sill: 190,
    outline: [
      [-0.27, -60],
      [-0.28, 60],
      [-0.22, 260],
      [-0.03, 320],
      [0.11, 1120],
      [0.06, 1150],
      [0.06, 1180],
      [1.06, 1180],
      [1.06, 1150],
      [1.0, 1120],
      [0.9, 420],
      [1.0, 240],
      [1.27, 220],
      [1.29, -40],
    ],
    glass: [
      [
        [0.02, 350],
        [0.15, 1110],
        [0.96, 1110],
        [0.85, 420],
        [0.6, 240],
        [0.3, 240],
      ],
    ],
  },
};

const p = (value: number) => Math.round(value * 100) / 100;
const line = (points: [number, number][], close = false) =>
  points.map(([x, y], index) => `${index ? 'L' : 'M'}${p(x)} ${p(y)}`).join('') + (close ? 'Z' : '');

/** How the side view maps millimeters to the drawing; heights and their drawn positions follow from each other. */
export function stanceScale(input: Pick<StanceInput, 'wheelbaseMm' | 'tireDiameterMm' | 'body'>) {
  const { outline } = BODIES[input.body];
  const nose = Math.min(...outline.map(([u]) => u));
  const tail = Math.max(...outline.map(([u]) => u));
  const top = Math.max(...outline.map(([, above]) => above));
  const long = (tail - nose) * input.wheelbaseMm;
  // Long cars are drawn to the width, short and tall ones (carts) to the height.
  const scale = Math.min((WIDTH - 2 * MARGIN) / long, 250 / (input.tireDiameterMm / 2 + 620 + top));
  const frontX = WIDTH / 2 - ((tail + nose) / 2) * input.wheelbaseMm * scale;
  const rearX = frontX + input.wheelbaseMm * scale;
  const hubY = GROUND - (input.tireDiameterMm / 2) * scale;
  const noseX = frontX + nose * input.wheelbaseMm * scale;
  const tailX = frontX + tail * input.wheelbaseMm * scale;
  return { scale, frontX, rearX, hubY, ground: GROUND, noseX, tailX, top };
}

type Scale = ReturnType<typeof stanceScale>;

/** The body at its heights: outline over the roof, sill, and an arch over each wheel whose top is the lip. */
function bodyShapes(
  body: BodyKind,
  means: { front: number; rear: number },
  at: Scale,
  baseY: number,
  radius: number,
): Shape[] {
  const { outline, glass, sill } = BODIES[body];
  const { frontX, rearX, scale } = at;
  const lipY = (x: number) => {
    const u = (x - frontX) / (rearX - frontX);
    return baseY - (means.front + (means.rear - means.front) * u) * scale;
  };
  const place = ([u, above]: [number, number]): [number, number] => {
    const x = frontX + u * (rearX - frontX);
    return [x, lipY(x) - above * scale];
  };
  const arch = radius * 1.2;
  const depth = Math.min(sill * scale, arch * 0.98);
  const half = Math.sqrt(arch * arch - (arch - depth) ** 2);
  const over = (x: number) =>
    `L${p(x + half)} ${p(lipY(x) + depth)}A${p(arch)} ${p(arch)} 0 0 0 ${p(x)} ${p(lipY(x))}A${p(arch)} ${p(arch)} 0 0 0 ${p(x - half)} ${p(lipY(x) + depth)}`;
  return [
    {
      kind: 'path',
      d: `${line(outline.map(place))}${over(rearX)}${over(frontX)}Z`,
      tone: 'ink',
      width: 2.5,
      fill: 'paper',
      name: 'body',
    },
    ...glass.map((pane): Shape => ({
      kind: 'path',
      d: line(pane.map(place), true),
      tone: 'soft',
      width: 1.4,
    })),
  ];
}

function wheelShapes(end: string, x: number, hubY: number, radius: number): Shape[] {
  return [
    {
      kind: 'circle',
      cx: p(x),
      cy: p(hubY),
      r: p(radius),
      tone: 'ink',
      width: 3,
      fill: 'paper',
      name: `${end}-tire`,
    },
    { kind: 'circle', cx: p(x), cy: p(hubY), r: p(radius * 0.6), tone: 'ink', width: 1.5 },
    { kind: 'circle', cx: p(x), cy: p(hubY), r: 3, tone: 'ink', width: 1, fill: 'ink' },
  ];
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
