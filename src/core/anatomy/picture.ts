import { coilBetween } from '../planner/draw-axle';
import { pathThrough, rounded } from '../stance/shapes';
import { type Axle, SIDES, type Side, shortName } from './axle';
import { type EndNow, type JointsNow, isFree, jointsNow, movingWith } from './state';
import { nameOnAxle } from './words';

/**
 * An axle as somebody sees it who looks along the car from behind: the bodies, the joints between them, the lines from the
 * car to them, what carries it and how far it hangs. A sketch of what joins what, to no scale.
 */
export interface AxlePicture {
  bodies: { id: string; kind: string; d: string; width: number }[];
  joints: { id: string; name: string; x: number; y: number; state: 'closed' | 'eased' | 'open' }[];
  lines: { id: string; name: string; d: string; x: number; y: number; free: boolean }[];
  /** Where something carries it, and with what. */
  carried: { id: string; x: number; y: number; by: string }[];
  hangs: { side: Side; x: number; y: number; mm: number }[];
}

export const PICTURE_SIZE = { width: 720, height: 380 };

type XY = readonly [number, number];
type Bar = readonly [XY, XY];

/** Pixels by which a wheel is drawn lower for each mm that it hangs, and the most. */
const SINK = 0.4;
const MOST_SUNK = 70;
const ORDER = ['frame', 'subframe', 'axle', 'shaft', 'bar', 'steering', 'link', 'arm', 'leaf', 'spring'];

/** Where bodies lie, outward from the middle of the car and down, the end at the car first. */
const ON_SOLID: Record<string, Bar> = {
  'radius-arm': [
    [138, 160],
    [176, 222],
  ],
  'lower-link': [
    [138, 150],
    [176, 222],
  ],
  'upper-link': [
    [80, 110],
    [110, 204],
  ],
  'trailing-arm': [
    [130, 160],
    [180, 222],
  ],
  coil: [
    [196, 70],
    [196, 196],
  ],
  damper: [
    [226, 76],
    [232, 204],
  ],
  knuckle: [
    [256, 190],
    [258, 232],
  ],
  'bar-link': [
    [206, 276],
    [206, 222],
  ],
  caliper: [
    [268, 166],
    [268, 186],
  ],
  hanger: [
    [164, 60],
    [164, 96],
  ],
  shackle: [
    [232, 66],
    [232, 130],
  ],
};
const ON_ARMS: Record<string, Bar> = {
  'upper-arm': [
    [150, 124],
    [244, 118],
  ],
  'lower-arm': [
    [104, 236],
    [246, 246],
  ],
  'lower-link': [
    [104, 236],
    [246, 246],
  ],
  'upper-link': [
    [130, 130],
    [244, 122],
  ],
  'toe-link': [
    [112, 280],
    [244, 274],
  ],
  'trailing-arm': [
    [150, 178],
    [246, 226],
  ],
  'trailing-arm-bracket': [
    [150, 140],
    [150, 170],
  ],
  coil: [
    [180, 84],
    [184, 228],
  ],
  damper: [
    [212, 84],
    [218, 232],
  ],
  strut: [
    [228, 52],
    [248, 170],
  ],
  knuckle: [
    [252, 112],
    [256, 258],
  ],
  'bar-link': [
    [190, 306],
    [194, 252],
  ],
  'half-shaft': [
    [62, 200],
    [250, 194],
  ],
  'tie-rod': [
    [104, 166],
    [248, 168],
  ],
  caliper: [
    [270, 134],
    [270, 160],
  ],
  hub: [
    [270, 176],
    [280, 176],
  ],
  'hub-cap': [
    [318, 186],
    [326, 186],
  ],
};
const IN_THE_MIDDLE: Record<string, Bar> = {
  frame: [
    [-236, 40],
    [236, 40],
  ],
  differential: [
    [-46, 200],
    [46, 200],
  ],
  subframe: [
    [-128, 140],
    [128, 140],
  ],
  crossmember: [
    [-110, 268],
    [110, 268],
  ],
  'upper-arm': [
    [0, 112],
    [0, 200],
  ],
  axle: [
    [-252, 212],
    [252, 212],
  ],
  driveshaft: [
    [0, 112],
    [0, 186],
  ],
  'drag-link': [
    [-84, 126],
    [140, 190],
  ],
  'pitman-arm': [
    [-84, 74],
    [-84, 120],
  ],
  'tie-rod': [
    [-246, 246],
    [246, 246],
  ],
  'track-bar': [
    [-140, 110],
    [220, 200],
  ],
};

const mid = ([[x1, y1], [x2, y2]]: Bar): XY => [(x1 + x2) / 2, (y1 + y2) / 2];

/** Places the bodies as they lie at ride height. */
function barsOf(axle: Axle): Map<string, Bar> {
  const solid = axle.hangs.left.some((id) => axle.bodies.get(id)!.kind === 'axle');
  const under = axle.anatomy.fits.some((kind) => kind.includes('under'));
  const bars = new Map<string, Bar>();
  for (const body of axle.bodies.values()) {
    const name = shortName(body.id);
    const sign = body.side === 'left' ? -1 : 1;
    if (!body.side) {
      const bar: Bar | undefined =
        name === 'bar'
          ? solid
            ? [
                [-206, 282],
                [206, 282],
              ]
            : [
                [-190, 312],
                [190, 312],
              ]
          : IN_THE_MIDDLE[name];
      bars.set(
        body.id,
        bar ?? [
          [-20, 170],
          [20, 170],
        ],
      );
      continue;
    }
    const own = (solid ? ON_SOLID : ON_ARMS)[name] ?? ON_ARMS[name] ?? ON_SOLID[name];
    let bar: Bar = own ?? [
      [200, 120],
      [200, 200],
    ];
    if (body.kind === 'wheel')
      bar = [
        [306, 186],
        [306, 186],
      ];
    if (body.kind === 'leaf')
      bar = under
        ? [
            [164, 240],
            [232, 240],
          ]
        : [
            [164, 166],
            [232, 166],
          ];
    if (under && body.kind === 'shackle')
      bar = [
        [232, 70],
        [232, 210],
      ];
    if (under && name === 'hanger')
      bar = [
        [164, 60],
        [164, 120],
      ];
    const joined = (other: string) =>
      (axle.jointsAtBody.get(body.id) ?? []).some(({ between }) =>
        between.some((id) => id !== body.id && shortName(id).startsWith(other)),
      );
    if (body.kind === 'strut' && joined('lower-'))
      bar = [
        [196, 60],
        [208, 232],
      ];
    if (body.kind === 'spring' && joined('strut')) bar = strutCoil(axle, body.id);
    bars.set(body.id, bar.map(([x, y]) => [x * sign, y] as const) as unknown as Bar);
  }
  return bars;
}

/** A coil on a strut stands round its upper half. */
const strutCoil = (axle: Axle, id: string): Bar => {
  const strut = (axle.jointsAtBody.get(id) ?? [])
    .flatMap(({ between }) => between)
    .find((one) => shortName(one) === 'strut');
  const low =
    strut &&
    (axle.jointsAtBody.get(strut) ?? []).some(({ between }) =>
      between.some((one) => shortName(one).startsWith('lower-')),
    );
  return low
    ? [
        [198, 72],
        [204, 160],
      ]
    : [
        [229, 60],
        [238, 118],
      ];
};

/** Bodies of which the end at the car stays while the other goes down with the wheel. */
const SWINGS: readonly string[] = [
  'arm',
  'link',
  'shaft',
  'steering',
  'strut',
  'damper',
  'spring',
  'bar link',
  'shackle',
  'bar',
];

/** The bodies as they lie now: what goes down with a wheel goes down, what is still held at the car swings. */
function sunk(axle: Axle, now: EndNow, states: JointsNow, bars: Map<string, Bar>): Map<string, Bar> {
  const by = (side: Side) => Math.min(MOST_SUNK, now.hang.drop[axle.corners[side]] * SINK);
  const moving = { left: movingWith(axle, states, 'left'), right: movingWith(axle, states, 'right') };
  const isHeld = (id: string) =>
    (axle.jointsAtBody.get(id) ?? []).some(
      (joint) =>
        states.get(joint.id) !== 'open' &&
        joint.between.some((other) => other !== id && !moving.left.has(other) && !moving.right.has(other)),
    );
  const down = (id: string, x: number) => {
    const { side } = axle.bodies.get(id)!;
    if (side) return by(side);
    return x < 0 ? by('left') : x > 0 ? by('right') : (by('left') + by('right')) / 2;
  };
  const lie = new Map(
    [...bars].map(([id, bar]): [string, Bar] => {
      const body = axle.bodies.get(id)!;
      const hangs = SIDES.some((side) => moving[side].has(id) || axle.hangs[side].includes(id));
      const held = SWINGS.includes(body.kind) && isHeld(id);
      // A bar turns in its mounts, and stays where it is.
      if (!hangs || (held && body.kind === 'bar')) return [id, bar];
      const [[x1, y1], [x2, y2]] = bar;
      return [
        id,
        [
          [x1, held ? y1 : y1 + down(id, x1)],
          [x2, y2 + down(id, x2)],
        ],
      ];
    }),
  );
  // A hanger and a shackle reach to the leaf pack wherever it hangs.
  for (const joint of axle.joints) {
    const [leaf, other] = joint.between.toSorted((one) => (axle.bodies.get(one)!.kind === 'leaf' ? -1 : 1));
    const reaches =
      axle.bodies.get(leaf!)!.kind === 'leaf' &&
      ['shackle', 'subframe'].includes(axle.bodies.get(other!)!.kind);
    if (!reaches || states.get(joint.id) === 'open') continue;
    const [top, low] = lie.get(other!)!;
    lie.set(other!, [top, [low[0], lie.get(leaf!)![0][1]]]);
  }
  return lie;
}

const along = ([[x1, y1], [x2, y2]]: Bar, part: number): XY => [x1 + (x2 - x1) * part, y1 + (y2 - y1) * part];

/** Where two bars come nearest to one another, between them. */
function meeting(one: Bar, other: Bar): XY {
  const parts = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8, 0.1, 0.9, 0, 1];
  let best = { distance: Infinity, at: mid(one) };
  for (const part of parts)
    for (const there of parts) {
      const [a, b] = [along(one, part), along(other, there)];
      const distance = Math.hypot(a[0] - b[0], a[1] - b[1]);
      if (distance < best.distance - 1e-6) best = { distance, at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] };
    }
  return best.at;
}

/** Moves marks that lie over one another apart, so that each can be seen and touched. */
function spread<T extends { x: number; y: number }>(marks: T[], apart: number): T[] {
  for (let round = 0; round < 60; round += 1) {
    let moved = false;
    for (let i = 0; i < marks.length; i += 1)
      for (let j = i + 1; j < marks.length; j += 1) {
        const [a, b] = [marks[i]!, marks[j]!];
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        const distance = Math.hypot(dx, dy);
        if (distance >= apart) continue;
        moved = true;
        const [ux, uy] = distance > 0.5 ? [dx / distance, dy / distance] : [0.3, 0.95];
        const push = (apart - distance) / 2 + 0.5;
        a.x -= ux * push;
        a.y -= uy * push;
        b.x += ux * push;
        b.y += uy * push;
      }
    if (!moved) break;
  }
  const { width, height } = PICTURE_SIZE;
  for (const mark of marks) {
    mark.x = rounded(Math.min(width - 18, Math.max(18, mark.x)));
    mark.y = rounded(Math.min(height - 18, Math.max(18, mark.y)));
  }
  return marks;
}

const WIDTHS: Partial<Record<string, number>> = {
  frame: 10,
  subframe: 9,
  axle: 14,
  knuckle: 12,
  arm: 8,
  strut: 9,
  damper: 7,
  hub: 10,
  shaft: 5,
  bar: 5,
  'bar link': 4,
  link: 6,
  steering: 5,
};

function pathOf(kind: string, bar: Bar): string {
  const [[x1, y1], [x2, y2]] = bar;
  if (kind === 'wheel') return `M${x1 - 24} ${y1 - 88}h48v176h-48Z`;
  if (kind === 'spring') return coilBetween([x1, y1], [x2, y2], 15, 6);
  if (kind === 'leaf')
    return [0, 7, 14].map((down) => `M${x1 + down} ${y1 + down}L${x2 - down} ${y2 + down}`).join('');
  return pathThrough([
    [x1, y1],
    [x2, y2],
  ]);
}

/** Draws an end of a car as it is now. */
export function axlePicture(axle: Axle, now: EndNow): AxlePicture {
  const states = jointsNow(axle, now);
  const middle = PICTURE_SIZE.width / 2;
  const bars = new Map(
    [...sunk(axle, now, states, barsOf(axle))].map(([id, bar]) => [
      id,
      bar.map(([x, y]) => [x + middle, y] as const) as unknown as Bar,
    ]),
  );
  const barOf = (id: string) => bars.get(id)!;
  const isCar = (id: string) => ['frame', 'subframe'].includes(axle.bodies.get(id)!.kind);
  const jointAt = ([one, other]: readonly [string, string]): XY => {
    // At the car a joint is where the part that is bolted to it begins.
    if (isCar(other) && !isCar(one)) return barOf(one)[0];
    if (isCar(one) && !isCar(other)) return barOf(other)[0];
    return meeting(barOf(one), barOf(other));
  };
  const joints = axle.joints.map(({ id, between }) => {
    const [x, y] = jointAt(between);
    return { id, name: nameOnAxle(axle, id, 'joint'), x, y, state: states.get(id) ?? ('closed' as const) };
  });
  const lines = axle.lines.map((line, index) => {
    const sign = line.side === 'left' ? -1 : line.side === 'right' ? 1 : 0;
    const to = mid(barOf(line.between.find((id) => !isCar(id)) ?? line.between[1]));
    const from: XY = [middle + (sign ? sign * (140 + 26 * (index % 4)) : 44), 44];
    const [x, y] = along([from, to], 0.45);
    return {
      id: line.id,
      name: nameOnAxle(axle, line.id, 'other'),
      from,
      to,
      x: x + sign * 10,
      y,
      free: isFree(line, now),
    };
  });
  spread([...joints, ...lines], 30);
  const bodies = [...axle.bodies.values()]
    .filter(({ id }) => !now.hang.out.has(id))
    .sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind))
    .map(({ id, kind }) => ({ id, kind, d: pathOf(kind, barOf(id)), width: WIDTHS[kind] ?? 3 }));
  return {
    bodies,
    joints,
    lines: lines.map(({ from, to, ...line }) => ({
      ...line,
      d: `M${rounded(from[0])} ${rounded(from[1])}Q${line.x} ${line.y} ${rounded(to[0])} ${rounded(to[1])}`,
    })),
    carried: [...now.hang.carried].map(([id, by]) => {
      const [x, y] = mid(barOf(id));
      return { id, x: rounded(x), y: rounded(y), by: by.join(' and ') };
    }),
    hangs: SIDES.map((side) => {
      const wheel = [...axle.bodies.values()].find((body) => body.kind === 'wheel' && body.side === side);
      const [x, y] = wheel ? mid(barOf(wheel.id)) : [middle + (side === 'left' ? -306 : 306), 186];
      return { side, x: rounded(x), y: rounded(y), mm: now.hang.drop[axle.corners[side]] };
    }),
  };
}
