import type { Axle } from '@/core/anatomy/axle';
import { type Undoing, carrierOf, costOf, startOf, tryOut } from '@/core/anatomy/draft-plan';
import type { Anatomy, Body, Joint, Line, Spoils, WayOut } from '@/core/anatomy/types';
import type { drawsFrom } from '@/core/draws';

type Draw = ReturnType<typeof drawsFrom>;

const pick = <T>(draw: Draw, some: readonly T[]): T => some[Math.floor(draw() * some.length)]!;
const chance = (draw: Draw, of: number) => draw() < of;

/**
 * A made-up axle with few joints: an arm on the car, a part between both that comes out, sometimes a spring in it, a bar that
 * ties, a hose, a second link; each with its own minutes, reach and what it spoils.
 */
export function smallAxle(draw: Draw): Anatomy {
  const minutes = () => 2 + Math.floor(draw() * 20);
  const spoils = (): Spoils[] | undefined =>
    chance(draw, 0.25) ? [pick(draw, ['alignment', 'boot', 'seal'] as const)] : undefined;
  const joint = (id: string, between: [string, string], more: Partial<Joint> = {}): Joint => {
    const spoiled = spoils();
    return {
      id,
      name: id,
      place: `{end}.{side}.${id}`,
      between,
      kind: 'bushing',
      fasteners: [`{end}.{side}.${id}`],
      minutes: minutes(),
      ...(chance(draw, 0.5) ? { bonded: true } : {}),
      ...(spoiled ? { spoils: spoiled } : {}),
      ...more,
    };
  };
  const [spring, link, damper] = [chance(draw, 0.5), chance(draw, 0.5), chance(draw, 0.5)];
  const bodies: Body[] = [
    { id: 'frame', name: 'car', kind: 'frame' },
    { id: 'arm', name: 'arm', kind: 'arm', side: 'each', heavy: true },
    { id: 'part', name: 'part', kind: 'strut', side: 'each', ...(chance(draw, 0.5) ? { heavy: true } : {}) },
    ...(link ? [{ id: 'link', name: 'link', kind: 'link', side: 'each' } as Body] : []),
    ...(damper ? [{ id: 'damper', name: 'damper', kind: 'damper', side: 'each' } as Body] : []),
    ...(spring ? [{ id: 'coil', name: 'coil', kind: 'spring', side: 'each' } as Body] : []),
  ];
  const joints = [
    joint('arm-pivot', ['arm', 'frame']),
    joint('part-top', ['part', 'frame']),
    joint('part-foot', ['part', 'arm']),
    ...(link ? [joint('link-in', ['link', 'frame']), joint('link-out', ['link', 'arm'])] : []),
    ...(damper ? [joint('damper-top', ['damper', 'frame']), joint('damper-foot', ['damper', 'arm'])] : []),
    ...(spring
      ? [
          joint('seat', ['coil', chance(draw, 0.5) ? 'arm' : 'part'], {
            kind: 'seat',
            fasteners: [],
            bonded: false,
          }),
        ]
      : []),
  ];
  const lines: Line[] = chance(draw, 0.7)
    ? [
        {
          id: 'hose',
          name: 'hose',
          place: '{end}.{side}.hose',
          kind: 'brake hose',
          between: ['frame', pick(draw, ['arm', 'part'])],
          brackets: [],
          reach: 40 + Math.floor(draw() * 120),
        },
      ]
    : [];
  const drop = chance(draw, 0.5) ? 60 + Math.floor(draw() * 120) : 0;
  const way = (open: string[], more: Partial<WayOut> = {}): WayOut => ({
    body: 'part',
    title: open.join(' and '),
    open,
    carried: chance(draw, 0.6) ? ['arm'] : [],
    drop,
    minutes: 10 + Math.floor(draw() * 40),
    ...more,
  });
  const both = ['part-top', 'part-foot'];
  return {
    format: 'wrenchwise-anatomy/1',
    id: 'small',
    title: 'A small one',
    fits: ['strut'],
    ends: ['front'],
    steered: false,
    hangs: ['arm'],
    bodies,
    joints,
    lines,
    springs: spring
      ? [
          {
            id: 'coil',
            body: 'coil',
            seats: ['seat'],
            carried: chance(draw, 0.5) ? ['arm'] : [],
            drop: chance(draw, 0.6) ? 80 + Math.floor(draw() * 60) : null,
          },
        ]
      : [],
    limits: [
      { by: 'part', drop: 50 + Math.floor(draw() * 60) },
      ...(damper ? [{ by: 'damper', drop: 50 + Math.floor(draw() * 90) }] : []),
    ],
    ties: [],
    waysOut: [
      way(spring && chance(draw, 0.3) ? [...both, 'seat'] : both),
      ...(chance(draw, 0.5) ? [way([...both, 'arm-pivot'], { drop: 0 })] : []),
    ],
  };
}

const short = (id: string) => id.split('.').at(-1)!;
const names = (things: Iterable<{ id: string }>) => [...new Set([...things].map(({ id }) => short(id)))];

/** Every subset of a few things. */
const subsets = <T>(things: readonly T[]): T[][] =>
  things.reduce<T[][]>((all, one) => [...all, ...all.map((some) => [...some, one])], [[]]);

/**
 * The least cost of taking bodies out by plain enumeration: every joint shut, eased or opened beyond what a way asks, every
 * line on or free, everything carried or not, each depth; tried from the cheapest on.
 */
export function leastByEnumeration(axle: Axle, bodies: readonly string[]): number | null {
  const joints = names(axle.joints).filter((name) => !name.startsWith('wheel'));
  const carried = names([...axle.bodies.values()].filter(({ kind, heavy }) => heavy || kind === 'spring'));
  const found: number[] = [];
  for (const way of axle.anatomy.waysOut.filter((one) => bodies.includes(one.body))) {
    const start = startOf(axle, [way]);
    const drops = [
      ...new Set([
        start.drop,
        ...axle.springs.flatMap((spring) =>
          spring.drop !== null && spring.drop > start.drop ? [spring.drop] : [],
        ),
      ]),
    ];
    const more = (had: Iterable<string>, all: readonly string[]) => {
      const taken = new Set(had);
      return subsets(all.filter((name) => !taken.has(name))).map((some) => new Set([...taken, ...some]));
    };
    const all: { undoing: Undoing; cost: number }[] = [];
    for (const opens of more(start.opens, joints))
      for (const eases of more(
        [...start.eases].filter((name) => !opens.has(name)),
        joints.filter(
          (name) =>
            !opens.has(name) && (axle.joints.find(({ id }) => short(id) === name)?.fasteners.length ?? 0) > 0,
        ),
      ))
        for (const frees of more(start.frees, names(axle.lines)))
          for (const bodiesCarried of more(start.carries.keys(), carried))
            for (const drop of drops) {
              const undoing = {
                opens,
                eases,
                frees,
                carries: new Map([...bodiesCarried].map((name) => [name, carrierOf(axle, name)] as const)),
                drop,
              };
              all.push({ undoing, cost: costOf(axle, undoing, [way]).cost });
            }
    all.sort((one, other) => one.cost - other.cost);
    const first = all.find(({ undoing }) => tryOut(axle, undoing, bodies) === null);
    if (first) found.push(first.cost);
  }
  return found.length ? Math.min(...found) : null;
}
