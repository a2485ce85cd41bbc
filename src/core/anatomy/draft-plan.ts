import { type Act, type Break, type EndWorked, type PlacesOf, work } from './acts';
import {
  type Axle,
  type JointOn,
  type LineOn,
  SIDES,
  freePlaceOf,
  openPlaceOf,
  isWheelJoint,
  shortName,
} from './axle';
import { jointsNow, movingWith, standingHang } from './state';
import type { Anatomy, Carrier, Spoils, WayOut } from './types';

/**
 * The cheapest way to take something off an axle and put it back, found on its anatomy: which joints are opened and which
 * only eased, which lines are freed, what carries what, how far it goes down. Both sides are worked alike.
 */

/** What stated spoiling counts, in minutes: the alignment set anew, a boot that tears, a seal that leaks. */
export const SPOILS_MINUTES: Record<Spoils, number> = { alignment: 60, boot: 45, seal: 45 };
const LINE_MINUTES = 4;
const CARRY_MINUTES = 4;
const COMPRESSOR_MINUTES = 8;
const LOWER_MINUTES = 6;

/** What a shop has to take an axle apart with. */
export interface Equipment {
  compressor: boolean;
}

/** What is done to the axle, by the names its anatomy gives, on both sides wherever there are two. */
export interface Undoing {
  opens: ReadonlySet<string>;
  eases: ReadonlySet<string>;
  frees: ReadonlySet<string>;
  carries: ReadonlyMap<string, Carrier>;
  /** How far the wheels are let down below ride height, mm; 0 where they only hang. */
  drop: number;
}

/** A way to take bodies out, with what it takes. */
export interface DraftPlan extends Undoing {
  /** The way out each body is taken by; none for a body whose anatomy names none. */
  ways: WayOut[];
  takesOut: string[];
  minutes: number;
  spoils: { what: Spoils; count: number }[];
  /** Minutes, and what it spoils as minutes: what is compared. */
  cost: number;
}

const IDENTITY: PlacesOf = { item: (place) => place, fastener: (place) => place };
const count = ({ side }: { side?: unknown }) => (side ? 2 : 1);

/** The joints, lines and bodies of an axle by their own names, one for both sides. */
interface Named {
  joints: Map<string, JointOn[]>;
  lines: Map<string, LineOn[]>;
}
const namedOn = new WeakMap<Axle, Named>();
function named(axle: Axle): Named {
  const known = namedOn.get(axle);
  if (known) return known;
  const group = <T extends { id: string }>(things: readonly T[]) => {
    const map = new Map<string, T[]>();
    for (const thing of things)
      map.set(shortName(thing.id), [...(map.get(shortName(thing.id)) ?? []), thing]);
    return map;
  };
  const made = { joints: group(axle.joints), lines: group(axle.lines) };
  namedOn.set(axle, made);
  return made;
}

const isSeatOf = (axle: Axle, name: string): boolean =>
  axle.springs.some((spring) => spring.seats.some((id) => shortName(id) === name));

/** What the hands do, act by act, in the one order in which it is tried and written down. */
export function actsOf(axle: Axle, undoing: Undoing, takesOut: readonly string[]): Act[] {
  const { joints, lines } = named(axle);
  const jointsOf = (names: Iterable<string>) => [...names].flatMap((name) => joints.get(name) ?? []);
  const wheels = axle.joints.filter((joint) => isWheelJoint(axle, joint));
  const own = jointsOf(undoing.opens).filter((joint) => !isWheelJoint(axle, joint));
  const onTarget = (joint: JointOn) =>
    isSeatOf(axle, shortName(joint.id)) || joint.between.some((id) => takesOut.includes(shortName(id)));
  const opening = (some: readonly JointOn[]): Act => ({
    end: axle.end,
    opens: some.map((joint) => openPlaceOf(axle, joint)),
    loosens: some.flatMap(({ fasteners }) => fasteners.slice(0, 1)),
    removes: some.flatMap(({ fasteners }) => fasteners.slice(0, 1)),
  });
  const marks = [...undoing.opens, ...undoing.eases];
  const carries = [...undoing.carries].map(([body, by]) => ({ body, by }));
  return [
    { end: axle.end, marks },
    { end: axle.end, loosens: wheels.flatMap(({ fasteners }) => fasteners) },
    { end: axle.end, sets: 'raised' },
    { end: axle.end, opens: wheels.map(({ place }) => place) },
    ...(carries.length ? [{ end: axle.end, sets: 'axle-held', carries } as Act] : []),
    {
      end: axle.end,
      opens: [...undoing.frees].flatMap((name) => lines.get(name) ?? []).map(freePlaceOf),
    },
    {
      end: axle.end,
      loosens: jointsOf(undoing.eases).flatMap(({ fasteners }) => fasteners.slice(0, 1)),
    },
    opening(own.filter((joint) => !onTarget(joint))),
    {
      ...opening(own.filter(onTarget)),
      ...(undoing.drop > 0 ? { drops: [{ end: axle.end, mm: undoing.drop }] } : {}),
      out: [...takesOut],
    },
  ];
}

/** How the axle stands after the acts before one that broke something, and what it broke. */
interface Broken {
  now: EndWorked;
  breaks: Break[];
}

/** Tries it on the anatomy. @returns what breaks first, or null when nothing does */
export function tryOut(axle: Axle, undoing: Undoing, takesOut: readonly string[]): Broken | null {
  const now: EndWorked = {
    support: 'on-wheels',
    open: new Set(),
    loose: new Set(),
    snug: new Set(),
    hang: standingHang([...axle.hangs.left, ...axle.hangs.right]),
  };
  for (const act of actsOf(axle, undoing, takesOut)) {
    const breaks = work(axle, now, act, IDENTITY);
    if (breaks.length) return { now, breaks };
  }
  return null;
}

/** What it takes, and what of that is spoiled. */
export function costOf(axle: Axle, undoing: Undoing, ways: readonly WayOut[]) {
  const { joints, lines } = named(axle);
  const jointsOf = (names: Iterable<string>) => [...names].flatMap((name) => joints.get(name) ?? []);
  const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
  const [opened, eased] = [jointsOf(undoing.opens), jointsOf(undoing.eases)];
  // What a way takes beyond its joints: the part itself, lifted out and in.
  const handling = ways.map((way) => {
    const own =
      sum(jointsOf(way.open).map(({ minutes }) => minutes)) +
      sum(jointsOf(way.eased ?? []).map(({ minutes }) => minutes / 2));
    const body = [...axle.bodies.values()].find(({ id }) => shortName(id) === way.body)!;
    return Math.max(0, way.minutes * count(body) - own);
  });
  const carried = [...undoing.carries].map(([name, by]) => {
    const bodies = [...axle.bodies.values()].filter(({ id }) => shortName(id) === name);
    return bodies.length * (by === 'compressor' ? COMPRESSOR_MINUTES : CARRY_MINUTES);
  });
  const minutes =
    sum(handling) +
    sum(opened.map((joint) => joint.minutes)) +
    sum(eased.map((joint) => joint.minutes / 2)) +
    sum([...undoing.frees].map((name) => (lines.get(name)?.length ?? 0) * LINE_MINUTES)) +
    sum(carried) +
    (undoing.drop > 0 ? LOWER_MINUTES : 0);
  const moved = [...opened, ...eased];
  const spoiled = (what: Spoils) =>
    what === 'alignment'
      ? Number(moved.some(({ spoils }) => spoils?.includes(what)))
      : opened.filter(({ spoils }) => spoils?.includes(what)).length;
  const spoils = (['alignment', 'boot', 'seal'] as const)
    .map((what) => ({ what, count: spoiled(what) }))
    .filter((one) => one.count > 0);
  const cost = minutes + sum(spoils.map((one) => one.count * SPOILS_MINUTES[one.what]));
  return { minutes, spoils, cost };
}

/** What carries a body best. */
export function carrierOf(axle: Axle, name: string): Carrier {
  const kind = [...axle.bodies.values()].find(({ id }) => shortName(id) === name)?.kind;
  if (kind === 'spring') return 'compressor';
  // What is joined to an arm on a jack hangs by a strap; what stands on nothing else stands on the jack itself.
  return kind === 'knuckle' && axle.hangs.left.length > 1 ? 'strap' : 'jack';
}

const undoingKey = ({ opens, eases, frees, carries, drop }: Undoing) =>
  [
    [...opens].sort().join(),
    [...eases]
      .filter((name) => !opens.has(name))
      .sort()
      .join(),
    [...frees].sort().join(),
    [...carries]
      .map(([body, by]) => `${body} ${by}`)
      .sort()
      .join(),
    drop,
  ].join('|');

const withOpen = (one: Undoing, name: string): Undoing => {
  const eases = new Set(one.eases);
  eases.delete(name);
  return { ...one, opens: new Set([...one.opens, name]), eases };
};
const withEased = (one: Undoing, name: string): Undoing => ({ ...one, eases: new Set([...one.eases, name]) });
const withFree = (one: Undoing, name: string): Undoing => ({ ...one, frees: new Set([...one.frees, name]) });
const withCarried = (axle: Axle, one: Undoing, names: readonly string[]): Undoing => ({
  ...one,
  carries: new Map([...one.carries, ...names.map((name) => [name, carrierOf(axle, name)] as const)]),
});

/** Everything that could cure one thing that breaks. */
function curesOf(axle: Axle, { now, breaks }: Broken, tried: Undoing, equipment: Equipment): Undoing[] {
  const [first] = breaks as [Break];
  const name = shortName(first.ref);
  const may = (joint: JointOn) => !isWheelJoint(axle, joint) && !tried.opens.has(shortName(joint.id));
  const openings = (some: readonly JointOn[]) =>
    [...new Set(some.filter(may).map(({ id }) => shortName(id)))].map((one) => withOpen(tried, one));
  const line = axle.lines.some(({ id }) => id === first.ref);
  const held = shortName(axle.hangs.left[0]!);
  /** What hangs lower than it may does not, once something carries it. */
  const carried =
    (['line-stretched', 'still-joined', 'bush-bound'] as const).some((one) => one === first.code) &&
    !tried.carries.has(held)
      ? [withCarried(axle, tried, [held])]
      : [];
  const cured = (() => {
    switch (first.code) {
      case 'line-stretched':
        return [withFree(tried, name)];
      case 'still-joined':
        if (line) return [withFree(tried, name)];
        return openings(
          first.joints
            ? first.joints.flatMap((id) => axle.jointById.get(id) ?? [])
            : (axle.jointsAtBody.get(first.ref) ?? []),
        );
      case 'falls':
        return tried.carries.has(name) ? [] : [withCarried(axle, tried, [name])];
      case 'spring-let-go': {
        const spring = axle.springs.find(({ id }) => id === first.ref)!;
        const body = shortName(spring.body);
        const beneath = spring.carried.map(shortName).filter((one) => !tried.carries.has(one));
        return [
          ...(equipment.compressor && tried.carries.get(body) !== 'compressor'
            ? [withCarried(axle, tried, [body])]
            : []),
          ...(beneath.length ? [withCarried(axle, tried, beneath)] : []),
          ...(spring.drop !== null && spring.drop > tried.drop ? [{ ...tried, drop: spring.drop }] : []),
        ];
      }
      case 'bush-bound': {
        const states = jointsNow(axle, now);
        const moving = new Set(SIDES.flatMap((side) => [...movingWith(axle, states, side)]));
        // Whatever parts it from what goes down cures it too.
        const parting = axle.joints.filter(
          (joint) => joint.fasteners.length > 0 && joint.between.some((id) => moving.has(id)),
        );
        return [withEased(tried, name), ...openings([axle.jointById.get(first.ref)!, ...parting])];
      }
      default:
        return [];
    }
  })();
  return [...cured, ...carried].filter((one) => undoingKey(one) !== undoingKey(tried));
}

/** Every choice of one way out for each body; a body without any is taken out by all of its joints. */
function choicesOf(anatomy: Anatomy, bodies: readonly string[], equipment: Equipment): WayOut[][] {
  return bodies.reduce<WayOut[][]>(
    (chosen, body) => {
      const ways = anatomy.waysOut.filter(
        (way) =>
          way.body === body &&
          (equipment.compressor ||
            !way.carried.some((id) => anatomy.springs.some((spring) => spring.body === id))),
      );
      return ways.length ? chosen.flatMap((had) => ways.map((way) => [...had, way])) : chosen;
    },
    [[]],
  );
}

/** What the ways themselves ask for. */
export function startOf(axle: Axle, ways: readonly WayOut[]): Undoing {
  const opens = new Set(ways.flatMap((way) => way.open));
  const blank: Undoing = {
    opens,
    eases: new Set(ways.flatMap((way) => way.eased ?? []).filter((name) => !opens.has(name))),
    frees: new Set(),
    carries: new Map(),
    drop: Math.max(0, ...ways.map((way) => way.drop)),
  };
  return withCarried(
    axle,
    blank,
    ways.flatMap((way) => way.carried),
  );
}

/** Sets tried for one choice of ways before it is given up: far more than any axle that is known asks for. */
const MOST_TRIED = 20_000;

/** The cheapest undoing for one choice of ways that breaks nothing; null when none is found. */
function cheapest(
  axle: Axle,
  ways: readonly WayOut[],
  takesOut: readonly string[],
  equipment: Equipment,
  under: number,
): DraftPlan | null {
  const priced = (undoing: Undoing) => ({ undoing, ...costOf(axle, undoing, ways) });
  const open = [priced(startOf(axle, ways))];
  const seen = new Set([undoingKey(open[0]!.undoing)]);
  for (let tried = 0; open.length && tried < MOST_TRIED; tried += 1) {
    const next = open.shift()!;
    if (next.cost >= under) return null;
    const broken = tryOut(axle, next.undoing, takesOut);
    if (!broken) {
      const { undoing, ...cost } = next;
      return { ...undoing, ...cost, ways: [...ways], takesOut: [...takesOut] };
    }
    for (const cure of curesOf(axle, broken, next.undoing, equipment)) {
      const key = undoingKey(cure);
      if (seen.has(key)) continue;
      seen.add(key);
      const made = priced(cure);
      let at = open.length;
      while (at > 0 && open[at - 1]!.cost > made.cost) at -= 1;
      open.splice(at, 0, made);
    }
  }
  return null;
}

/**
 * The cheapest way by each choice of ways out, the cheapest of all first: by minutes and what it spoils, each tried on the
 * anatomy act by act. Searched by rising cost over sets of what is opened, eased, freed and carried.
 * @param bodies what comes out, by the names the anatomy gives
 * @param equipment what the shop has
 * @param all false: only the cheapest of all is looked for
 * @returns none where the anatomy allows none
 */
export function draftPlans(
  axle: Axle,
  bodies: readonly string[],
  equipment: Equipment,
  all = true,
): DraftPlan[] {
  const found: DraftPlan[] = [];
  for (const ways of choicesOf(axle.anatomy, bodies, equipment)) {
    const best = all ? Infinity : Math.min(Infinity, ...found.map(({ cost }) => cost));
    const plan = cheapest(axle, ways, bodies, equipment, best);
    if (plan) found.push(plan);
  }
  return found.sort((one, other) => one.cost - other.cost);
}
