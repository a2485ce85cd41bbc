import { axleOf } from '../anatomy/axle';
import { proveOn } from '../anatomy/prove';
import type { Anatomy } from '../anatomy/types';
import { bothOnWheels, forbidLowering, forbidsDriving, mayBeFinal, standingCar, supportAfter } from './car';
import { pinOf, withPins } from './pins';
import {
  type AnatomyOf,
  type End,
  type Fastener,
  type Item,
  type Lock,
  type OneEnd,
  type PlainProcedure,
  type Step,
  type Support,
  endsOf,
} from './types';

interface CheckedItem {
  id: string;
  kind?: Item['kind'];
  end?: End;
  closeBefore?: 'ground' | 'drive' | 'handoff';
}
interface CheckedFastener {
  id: string;
  end?: End;
  final?: 'on-wheels';
  spec?: unknown;
  mate?: string;
  lock?: Lock;
}
interface CheckedStep {
  id: string;
  end?: End;
  after?: string[];
  needs?: Support[];
  sets?: Support;
  opens?: string[];
  closes?: string[];
  loosens?: string[];
  snugs?: string[];
  torques?: string[];
  drive?: boolean;
}
export interface CheckInput {
  items?: CheckedItem[];
  fasteners?: CheckedFastener[];
  steps: CheckedStep[];
  /** How its ends are hung, by id; proved where one of these anatomies has that id. */
  anatomy?: AnatomyOf;
  anatomies?: readonly Anatomy[];
}
export interface Problem {
  code: string;
  ref: string;
}

/** Collects problems once each and hands them out sorted by code, then by what they point at. */
class Problems {
  private readonly seen = new Map<string, Problem>();
  add(code: string, ref: string) {
    this.seen.set(`${code}\n${ref}`, { code, ref });
  }
  sorted(): Problem[] {
    const order = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
    return [...this.seen.values()].sort((a, b) => order(a.code, b.code) || order(a.ref, b.ref));
  }
}

function byId<T extends { id: string }>(things: T[], problems: Problems): Map<string, T> {
  const map = new Map<string, T>();
  for (const thing of things) {
    if (map.has(thing.id)) problems.add('duplicate-id', thing.id);
    map.set(thing.id, thing);
  }
  return map;
}

/** Codes that advise and refuse nothing. */
const ADVICE: ReadonlySet<string> = new Set(['needless']);
/** What a procedure has to be rid of before it is worked; a value may still be entered at the car. */
export const isFault = ({ code }: Problem): boolean => !ADVICE.has(code) && code !== 'missing-spec';

/** The steps and places as the proof reads them: all of it optional, as in a file of the first edition. */
const asProcedure = ({ items = [], fasteners = [], steps }: CheckInput): PlainProcedure => ({
  items: items as Item[],
  fasteners: fasteners as Fastener[],
  steps: steps as Step[],
});

/**
 * Walks a procedure in its listed order and reports what would hurt someone or be forgotten; with an anatomy, also what
 * cannot be done on the car or would let something go.
 * @returns problems, unique, sorted by code and then by the id they point at; none means clean
 */
export function checkProcedure(input: CheckInput): Problem[] {
  const problems = new Problems();
  const { items, fasteners, steps }: Required<Pick<CheckInput, 'items' | 'fasteners' | 'steps'>> = withPins(
    asProcedure(input),
  );
  /** The fastener a pin belongs to. */
  const pinned = new Map(fasteners.flatMap((one) => (pinOf(one) ? [[pinOf(one)!, one.id]] : [])));
  const itemById = byId(items, problems);
  const fastenerById = byId(fasteners, problems);
  byId(steps, problems);
  const position = new Map(steps.map((step, index) => [step.id, index]));
  for (const fastener of fastenerById.values()) {
    if (fastener.mate !== undefined && !fastenerById.has(fastener.mate))
      problems.add('unknown-ref', fastener.mate);
  }

  const car = standingCar();
  const known = (map: Map<string, unknown>, ids: string[] = []) =>
    ids.filter((id) => {
      if (!map.has(id)) problems.add('unknown-ref', id);
      return map.has(id);
    });
  const needsSpec = (id: string) => {
    if (fastenerById.get(id)!.spec == null) problems.add('missing-spec', id);
  };

  steps.forEach((step, index) => {
    for (const earlier of step.after ?? []) {
      const at = position.get(earlier);
      if (at === undefined) problems.add('unknown-ref', earlier);
      else if (at >= index) problems.add('out-of-order', step.id);
    }
    if (step.needs?.length && endsOf(step).some((end) => !step.needs!.includes(car.support[end]))) {
      problems.add('unsupported', step.id);
    }
    for (const id of known(itemById, step.opens)) {
      if (car.open.has(id)) problems.add('opened-twice', id);
      car.open.add(id);
    }
    for (const id of known(itemById, step.closes)) {
      if (!car.open.delete(id)) problems.add('closed-before-open', id);
    }
    for (const id of known(fastenerById, step.loosens)) {
      needsSpec(id);
      car.loose.set(id, 'loosened');
    }
    for (const id of known(fastenerById, step.snugs)) {
      needsSpec(id);
      car.loose.set(id, 'snug');
    }
    const support = supportAfter(car.support, step);
    const openItems = [...car.open].map((id) => itemById.get(id)!);
    for (const item of forbidLowering(car.support, support, openItems))
      problems.add('ground-with-open', item.id);
    car.support = support;
    for (const id of known(fastenerById, step.torques)) {
      needsSpec(id);
      if (mayBeFinal(fastenerById.get(id)!, car.support)) {
        car.loose.delete(id);
      } else {
        problems.add('torqued-in-air', id);
        car.loose.set(id, 'loosened');
      }
    }
    if (step.drive) {
      if (!bothOnWheels(car.support)) problems.add('unsupported', step.id);
      for (const item of openItems)
        if (pinned.has(item.id)) problems.add('unpinned', pinned.get(item.id)!);
        else if (forbidsDriving(item)) problems.add('drive-with-open', item.id);
        else if (item.kind === 'temporary') problems.add('trial-driven', item.id);
      for (const id of car.loose.keys()) problems.add('drive-with-loose', id);
    }
  });

  for (const id of car.open)
    if (pinned.has(id)) problems.add('unpinned', pinned.get(id)!);
    else problems.add('never-closed', id);
  for (const id of car.loose.keys()) problems.add('never-torqued', id);
  const last = steps[steps.length - 1];
  if (last && !bothOnWheels(car.support)) problems.add('left-in-air', last.id);
  for (const end of ['front', 'rear'] as const)
    for (const { code, ref } of provedAt(end, input)) problems.add(code, ref);
  return problems.sorted();
}

/** What the anatomy of an end finds, where the procedure names one and it is there. */
function provedAt(end: OneEnd, input: CheckInput) {
  const anatomy = input.anatomies?.find(({ id }) => id === input.anatomy?.[end]);
  return anatomy ? proveOn(axleOf(anatomy, end), asProcedure(input)) : [];
}
