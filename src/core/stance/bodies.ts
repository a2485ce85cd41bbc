import { type BodyKind, type Shape, pathThrough, rounded } from './shapes';

/** The ground line; the picture is cut above the roof, so that no empty paper stands over a low car. */
export const GROUND = 300;
export const WIDTH = 860;
/** Room kept at each side for the dimension lines and their values. */
const MARGIN = 132;
export const BELOW_GROUND = 46;

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

/** How the side view maps millimeters to the drawing; heights and their drawn positions follow from each other. */
export function stanceScale(input: { wheelbaseMm: number; tireDiameterMm: number; body: BodyKind }) {
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

export type Scale = ReturnType<typeof stanceScale>;

/** The body at its heights: outline over the roof, sill, and an arch over each wheel whose top is the lip. */
export function bodyShapes(
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
    `L${rounded(x + half)} ${rounded(lipY(x) + depth)}A${rounded(arch)} ${rounded(arch)} 0 0 0 ${rounded(x)} ${rounded(lipY(x))}A${rounded(arch)} ${rounded(arch)} 0 0 0 ${rounded(x - half)} ${rounded(lipY(x) + depth)}`;
  return [
    {
      kind: 'path',
      d: `${pathThrough(outline.map(place))}${over(rearX)}${over(frontX)}Z`,
      tone: 'ink',
      width: 2.5,
      fill: 'paper',
      name: 'body',
    },
    ...glass.map((pane): Shape => ({
      kind: 'path',
      d: pathThrough(pane.map(place), true),
      tone: 'soft',
      width: 1.4,
    })),
  ];
}

export function wheelShapes(end: string, x: number, hubY: number, radius: number): Shape[] {
  return [
    {
      kind: 'circle',
      cx: rounded(x),
      cy: rounded(hubY),
      r: rounded(radius),
      tone: 'ink',
      width: 3,
      fill: 'paper',
      name: `${end}-tire`,
    },
    { kind: 'circle', cx: rounded(x), cy: rounded(hubY), r: rounded(radius * 0.6), tone: 'ink', width: 1.5 },
    { kind: 'circle', cx: rounded(x), cy: rounded(hubY), r: 3, tone: 'ink', width: 1, fill: 'ink' },
  ];
}
