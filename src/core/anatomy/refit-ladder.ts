import { copyOf } from './acts';
import { type Axle, type JointOn, type LineOn, SIDES, type Side } from './axle';
import { type EndNow, type JointsNow, isFree, jointsNow, limitsNow } from './state';
import type { BodyKind } from './types';
import { nameOnAxle } from './words';

/** What makes room for a strut or coil that is too long for its opening, in order of trouble. */
export const RUNG_IDS = [
  'damper',
  'bar',
  'bushings',
  'lines',
  'subframe',
  'knuckle-first',
  'top-first',
  'studs',
  'compressor',
] as const;
export type RungId = (typeof RUNG_IDS)[number];

export interface Rung {
  id: RungId;
  title: string;
  /** Where somebody could be hurt or the car spoiled by it. */
  caution: string | null;
  /** What it opens or eases and is closed by the record. */
  closed: string[];
  /** It opens or eases something, and the record has all of it so. */
  already: boolean;
  /** Wheel drop from ride height that is reached with it and all before it, mm; null where it makes room in another way. */
  reach: number | null;
  /** Minutes by the book. */
  book: number;
}

/** An axle as a strut or coil is brought back into it. */
interface Refit {
  axle: Axle;
  side: Side;
  now: EndNow;
  states: JointsNow;
}

/** The end with the body out of it. */
function refitOf(axle: Axle, body: string, side: Side, now: EndNow): Refit {
  const out = copyOf(now);
  out.hang.out.add(body);
  return { axle, side, now: out, states: jointsNow(axle, out) };
}

const MINUTES = { line: 3, ends: 5, studs: 12, compressor: 15 };

const kindsAt = (axle: Axle, { between }: JointOn): BodyKind[] =>
  between.map((id) => axle.bodies.get(id)!.kind);
const joins = (axle: Axle, joint: JointOn, one: readonly BodyKind[], other: readonly BodyKind[]) => {
  const [a, b] = kindsAt(axle, joint) as [BodyKind, BodyKind];
  return (one.includes(a) && other.includes(b)) || (one.includes(b) && other.includes(a));
};
const here = (side: Side) => (thing: { side?: Side }) => (thing.side ?? side) === side;
const minutesOf = (joints: readonly JointOn[]) => joints.reduce((sum, { minutes }) => sum + minutes, 0);
const names = (axle: Axle, joints: readonly { id: string }[], what: 'joint' | 'other') =>
  joints.map(({ id }) => nameOnAxle(axle, id, what));

/** Arms and links held by rubber that is bonded to its sleeves: with the bolts tight it springs back up. */
const bushingsOf = ({ axle, side }: Refit) =>
  axle.joints.filter(
    (joint) =>
      joint.bonded && here(side)(joint) && joins(axle, joint, ['arm', 'link'], ['frame', 'subframe', 'axle']),
  );

/** The joints that free the bar on each side: one of a side is enough. */
const barLinks = ({ axle }: Refit): JointOn[][] =>
  SIDES.map((side) =>
    axle.joints.filter((joint) => joint.side === side && kindsAt(axle, joint).includes('bar link')),
  );

/** Of each side whose links are closed the joint that frees it; none where the bar is off. */
function barStillOn(refit: Refit): JointOn[] {
  const { axle, states, now } = refit;
  const bar = [...axle.bodies.values()].find(({ kind }) => kind === 'bar');
  if (!bar || now.hang.out.has(bar.id)) return [];
  return barLinks(refit).flatMap((links) =>
    links.some(({ id }) => states.get(id) === 'open') ? [] : links.slice(0, 1),
  );
}

/** What still ties both sides, by how far one may hang below the other. */
const barTie = ({ axle }: Refit) =>
  axle.ties.find(({ body }) => axle.bodies.get(body)!.kind === 'bar')?.allows ?? null;

/** Lines of a side that are taut before the wheel hangs so low. */
const shortLines = ({ axle, side }: Refit, below: number) =>
  axle.lines.filter((line) => here(side)(line) && line.reach < below);
const stillOn = ({ now }: Refit, lines: readonly LineOn[]) =>
  lines.filter((line) => !isFree(line, now) && !now.hang.renewed.has(line.id));

const damperJoints = ({ axle, side }: Refit) =>
  axle.joints.filter((joint) => here(side)(joint) && kindsAt(axle, joint).includes('damper'));

/** What stops the wheel once this body is out and these rungs are done, mm of drop from ride height. */
function reachWith(refit: Refit, done: ReadonlySet<RungId>): number {
  const { axle, side, now, states } = refit;
  const other = now.hang.drop[axle.corners[side === 'left' ? 'right' : 'left']];
  const stops = limitsNow(axle, now, side, states)
    .filter(({ by }) => !(done.has('damper') && axle.bodies.get(by)?.kind === 'damper'))
    .map(({ drop }) => drop);
  const allows = barTie(refit);
  if (allows !== null && !done.has('bar') && barStillOn(refit).length)
    stops.push(Math.max(other, axle.normalDroop) + allows);
  if (!done.has('bushings') && bushingsOf(refit).some(({ id }) => !states.has(id)))
    stops.push(axle.normalDroop);
  if (!done.has('lines'))
    stops.push(...stillOn(refit, shortLines(refit, Number.POSITIVE_INFINITY)).map(({ reach }) => reach));
  return Math.min(...stops);
}

const ALL: ReadonlySet<RungId> = new Set(RUNG_IDS);

type Draft = Omit<Rung, 'reach' | 'already'> & { lowers: boolean };
/** Rungs that open or ease something of the axle. */
const OPENS: ReadonlySet<RungId> = new Set<RungId>(['damper', 'bar', 'bushings', 'lines', 'subframe']);

function draftsOf(refit: Refit, body: string): Draft[] {
  const { axle, states } = refit;
  const isStrut = axle.bodies.get(body)!.kind === 'strut';
  const drafts: Draft[] = [];
  const add = (id: RungId, title: string, closed: string[], book: number, more: Partial<Draft> = {}) =>
    drafts.push({ id, title, closed, book, caution: null, lowers: true, ...more });
  const has = (kind: BodyKind) => [...axle.bodies.values()].some((one) => one.kind === kind);

  const damper = damperJoints(refit);
  if (!isStrut && damper.length) {
    const off = damper.some(({ id }) => states.get(id) === 'open');
    const foot = damper.slice(-1);
    add('damper', 'Damper off at one end', off ? [] : names(axle, foot, 'joint'), minutesOf(foot), {
      caution: 'The damper was what held it up: nothing goes lower than its jack or strap lets it.',
    });
  }
  if (has('bar')) {
    const links = barLinks(refit).flatMap((of) => of.slice(0, 1));
    const on = names(axle, barStillOn(refit), 'joint');
    add('bar', 'Anti-roll bar off at both ends', on, minutesOf(links));
  }
  const bushings = bushingsOf(refit);
  if (bushings.length) {
    const tight = bushings.filter(({ id }) => !states.has(id));
    add(
      'bushings',
      'Arm bolts eased, so that the rubber turns',
      names(axle, tight, 'joint'),
      minutesOf(bushings),
      { caution: 'Torqued again only at ride height, on its wheels.' },
    );
  }
  const lines = shortLines(refit, reachWith(refit, ALL));
  if (lines.length)
    add(
      'lines',
      'Hoses and leads off their brackets',
      names(axle, stillOn(refit, lines), 'other'),
      lines.length * MINUTES.line,
      {
        caution: 'A brake hose carries no weight and is never pulled.',
      },
    );
  const mounts = axle.joints.filter((joint) => joins(axle, joint, ['subframe'], ['frame']));
  // One that carries no arm makes no room.
  if (mounts.length && bushings.some((joint) => kindsAt(axle, joint).includes('subframe'))) {
    const tight = mounts.filter(({ id }) => !states.has(id));
    add(
      'subframe',
      'Subframe let down on its jack, every bolt by the same turns',
      names(axle, tight, 'joint'),
      minutesOf(mounts),
      {
        lowers: false,
        caution:
          'Marked and on its jack before a bolt turns; no bolt leaves its thread. The rack reads it after.',
      },
    );
  }
  if (isStrut) {
    add('knuckle-first', 'Knuckle first, then the top', [], MINUTES.ends, { lowers: false });
    add('top-first', 'Top first, then the knuckle', [], MINUTES.ends, { lowers: false });
    const top = axle.joints.some((joint) => joint.kind === 'stud plate' && joint.between.includes(body));
    if (top)
      add('studs', 'Lower studs out, put in once it stands in place', [], MINUTES.studs, {
        lowers: false,
        caution: 'Pressed out with a nut on to catch them, never hammered against the bearing.',
      });
  }
  add(
    'compressor',
    isStrut ? 'Compressor on its coil, until it is short enough' : 'Compressor on the coil',
    [],
    MINUTES.compressor,
    {
      lowers: false,
      caution:
        'A compressed coil kills when it lets go: hooks opposite each other, turned evenly, nobody in line with it.',
    },
  );
  return drafts;
}

/**
 * What makes room to get a strut or coil back into an axle, in order of trouble, from what holds what there.
 * @param now how that end stands; what is open or eased already is told as such
 * @returns each rung with how far the wheel then hangs (mm below ride height), judged with all rungs before it, or null
 *   where it makes room in another way; what of it is still closed; its minutes by the book
 */
export function refitLadder(axle: Axle, body: string, side: Side, now: EndNow): Rung[] {
  const refit = refitOf(axle, body, side, now);
  const done = new Set<RungId>();
  return draftsOf(refit, body).map(({ lowers, ...rung }) => {
    done.add(rung.id);
    return {
      ...rung,
      already: OPENS.has(rung.id) && rung.closed.length === 0,
      reach: lowers ? reachWith(refit, done) : null,
    };
  });
}

/** How far a wheel of this axle hangs with nothing more undone than what is, mm below ride height. */
export function reachAsItStands(axle: Axle, body: string, side: Side, now: EndNow): number {
  return reachWith(refitOf(axle, body, side, now), new Set());
}

/** Is this what a ladder is for: a strut, or a coil that stands by itself? */
export function isRefitted(axle: Axle, body: string): boolean {
  const kind = axle.bodies.get(body)?.kind;
  const hasStruts = [...axle.bodies.values()].some((one) => one.kind === 'strut');
  return kind === 'strut' || (kind === 'spring' && !hasStruts);
}
