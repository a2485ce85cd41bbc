import { type Axle, type JointOn, type LineOn, SIDE_OF, openPlaceOf } from '../anatomy/axle';
import type { LineKind } from '../anatomy/types';
import type { Corner } from '../corners';
import { capital } from '../wording';
import { axlesOf } from './axles-of';
import type { EntryWork } from './entry-work';
import { pinItem, pinOf } from './pins';
import { REOPENS_SINCE } from './reopen';
import { type RunDocument, type RunState, placedName } from './run-state';
import type { CloseBefore, Fastener, Item, ItemKind, OneEnd, Step } from './types';
import { endsOf } from './types';

/**
 * What somebody opens on a car that no step lists: it becomes a thing of the run like any other, so that it forbids what
 * its kind forbids, asks for its value and has a step that closes it.
 */

export const OPENED_HOWS = ['eased', 'out', 'unplugged'] as const;
/** Eased turns and cannot part; out is apart or off; unplugged is what has a plug. */
export type OpenedHow = (typeof OPENED_HOWS)[number];

/** What nobody has in any list, by what it is. */
export const TYPED_KINDS = ['bolt or nut', 'plug or lead', 'hose or cable', 'cover', 'pin', 'part'] as const;
export type TypedKind = (typeof TYPED_KINDS)[number];

/** What is opened, as the entry keeps it: with all of the work it brings. */
export interface OpenedThings extends EntryWork {
  name: string;
  end: OneEnd;
  corner: Corner | null;
  opens: string[];
  loosens: string[];
  /** Of what is loosened, what came right out. */
  removes: string[];
}

const at = ({ end, corner }: { end: OneEnd; corner?: Corner }) => ({ end, ...(corner ? { corner } : {}) });
/** Where a thing of an axle is: its end, and its corner where it is of a side. */
export const whereOn = (axle: Axle, { side }: { side?: JointOn['side'] }) =>
  at({ end: axle.end, corner: side && axle.corners[side] });

const FORBIDS_LINE: Record<LineKind, { kind: ItemKind; closeBefore: CloseBefore }> = {
  'brake hose': { kind: 'line', closeBefore: 'ground' },
  'sensor lead': { kind: 'sensor', closeBefore: 'drive' },
  'park cable': { kind: 'line', closeBefore: 'drive' },
  breather: { kind: 'line', closeBefore: 'drive' },
  'level rod': { kind: 'link', closeBefore: 'drive' },
  plug: { kind: 'wire', closeBefore: 'drive' },
};

const fastenersAt = (run: RunDocument, places: readonly string[]) =>
  run.fasteners.filter(({ place }) => places.includes(place));

/** What is known of a place from the run, else from the shop's other procedures, under an id of its own. */
function knownItem(run: RunDocument, places: readonly string[]): Item | undefined {
  const find = (items: readonly Item[]) =>
    items.find(({ place }) => place !== undefined && places.includes(place));
  const own = find(run.items);
  const other = own ?? find(run.beside?.items ?? []);
  return own ?? (other && { ...other, id: `also/${other.place}` });
}
function knownFasteners(run: RunDocument, places: readonly string[]): Fastener[] {
  const own = fastenersAt(run, places);
  if (own.length) return own;
  return (run.beside?.fasteners ?? [])
    .filter(({ place }) => places.includes(place))
    .map(({ mate: _mate, ...fastener }) => ({ ...fastener, id: `also/${fastener.place}` }));
}

/** A bolt nobody has written down: its value is asked for. */
const bareFastener = (
  name: string,
  place: string,
  where: { end: OneEnd; corner?: Corner },
  more: Partial<Fastener> = {},
): Fastener => ({
  id: `also/${place}`,
  name,
  place,
  ...where,
  count: 1,
  spec: null,
  hardware: 'reused',
  recheck: 'chassis',
  ...more,
});

const CRITICAL_BODIES: Partial<Record<string, Fastener['critical']>> = {
  steering: 'steering',
  hub: 'brake',
  wheel: 'wheel',
};
/** Of a joint between two such bodies the first of these counts. */
const CRITICAL_FIRST = ['wheel', 'steering', 'brake'] as const;

/** The bolt of a joint that nobody has written down; null where nothing is bolted. */
export function fastenerOfJoint(axle: Axle, joint: JointOn): Fastener | null {
  const [place] = joint.fasteners;
  if (!place) return null;
  const kinds = joint.between.map((id) => CRITICAL_BODIES[axle.bodies.get(id)!.kind]);
  const critical = CRITICAL_FIRST.find((kind) => kinds.includes(kind));
  return bareFastener(capital(joint.name), place, whereOn(axle, joint), {
    ...(critical ? { critical } : {}),
    ...(joint.bonded ? { final: 'on-wheels' as const } : {}),
    ...(critical === 'wheel' ? { recheck: 'wheel' as const } : {}),
  });
}

function fastenersOfJoint(run: RunDocument, axle: Axle, joint: JointOn): Fastener[] {
  const known = knownFasteners(run, joint.fasteners);
  if (known.length) return known;
  const bare = fastenerOfJoint(axle, joint);
  return bare ? [bare] : [];
}

/** A parted joint keeps the car off the ground, save where only the bar or a damper hangs on it. */
export function itemOfJoint(axle: Axle, joint: JointOn): Item {
  const light = joint.between.some((id) => ['bar link', 'bar', 'damper'].includes(axle.bodies.get(id)!.kind));
  const place = openPlaceOf(axle, joint);
  return {
    id: `also/${joint.id}`,
    name: capital(joint.name),
    ...(axle.bodiesAt.has(place) ? {} : { place }),
    kind: 'joint',
    ...whereOn(axle, joint),
    closeBefore: light ? 'drive' : 'ground',
  };
}
const knownOfJoint = (run: RunDocument, axle: Axle, joint: JointOn): Item =>
  knownItem(
    run,
    [joint.place, ...joint.fasteners].filter((place) => !axle.bodiesAt.has(place)),
  ) ?? itemOfJoint(axle, joint);

/** A line that is free: its plug out, or the line off what holds it. */
export function itemOfLine(axle: Axle, line: LineOn, how: OpenedHow): Item {
  const [place] = placesOfLine(line, how);
  const bracket = how === 'out' && line.brackets.length > 0;
  return {
    id: `also/${place}`,
    name: bracket ? `${capital(line.name)}, its bracket or clip` : capital(line.name),
    place: place!,
    ...FORBIDS_LINE[line.kind],
    ...whereOn(axle, line),
  };
}
const placesOfLine = (line: LineOn, how: OpenedHow) =>
  how === 'unplugged' || !line.brackets.length ? [line.place] : line.brackets;
const knownOfLine = (run: RunDocument, axle: Axle, line: LineOn, how: OpenedHow): Item =>
  knownItem(run, placesOfLine(line, how)) ?? itemOfLine(axle, line, how);

const TYPED_ITEMS: Record<Exclude<TypedKind, 'bolt or nut'>, { kind: ItemKind; closeBefore: CloseBefore }> = {
  'plug or lead': { kind: 'wire', closeBefore: 'drive' },
  'hose or cable': { kind: 'line', closeBefore: 'ground' },
  cover: { kind: 'cover', closeBefore: 'drive' },
  pin: { kind: 'pin', closeBefore: 'drive' },
  part: { kind: 'part', closeBefore: 'ground' },
};

export interface Typed {
  name: string;
  kind: TypedKind;
  end: OneEnd;
  corner: Corner | null;
}

/** A place of its own for what no list has, the same when the same name is written at the same corner again. */
const typedPlace = ({ name, end, corner }: Typed) =>
  `${end}.${corner ? SIDE_OF[corner] : 'center'}.also-${name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40)}`;

/** What is open once something is opened, before pins and steps are added. */
interface Found {
  name: string;
  end: OneEnd;
  corner?: Corner;
  items: Item[];
  fasteners: Fastener[];
  joint?: JointOn;
}

/** What is open once something the run knows is opened so; null where it knows no such thing. */
function thingsOpened(run: RunDocument, thing: string, how: OpenedHow): Found | null {
  const [what, id = ''] = thing.split(/ (.*)/s);
  if (what === 'joint' || what === 'line') {
    for (const axle of axlesOf(run)) {
      const joint = what === 'joint' ? axle.jointById.get(id) : undefined;
      if (joint)
        return {
          name: capital(joint.name),
          ...whereOn(axle, joint),
          items: how === 'out' ? [knownOfJoint(run, axle, joint)] : [],
          fasteners: fastenersOfJoint(run, axle, joint),
          joint,
        };
      const line = what === 'line' ? axle.lines.find((one) => one.id === id) : undefined;
      if (line)
        return {
          name: capital(line.name),
          ...whereOn(axle, line),
          items: [knownOfLine(run, axle, line, how)],
          fasteners: [],
        };
    }
    return null;
  }
  const things: readonly (Item | Fastener)[] =
    what === 'item'
      ? [...run.items, ...(run.beside?.items ?? [])]
      : [...run.fasteners, ...(run.beside?.fasteners ?? [])];
  const found = things.find((one) => one.id === id);
  if (!found) return null;
  const end = endsOf(found)[0]!;
  const where = { name: found.name, ...at({ end, corner: found.corner }) };
  if ('kind' in found) {
    const own = run.items.includes(found) ? found : { ...found, id: `also/${found.place ?? found.id}` };
    return { ...where, items: [own], fasteners: [] };
  }
  return { ...where, items: [], fasteners: knownFasteners(run, [found.place]) };
}

function thingsTyped(typed: Typed): Found {
  const where = at({ end: typed.end, corner: typed.corner ?? undefined });
  const place = typedPlace(typed);
  const { name, kind } = typed;
  return kind === 'bolt or nut'
    ? { name, ...where, items: [], fasteners: [bareFastener(name, place, where)] }
    : {
        name,
        ...where,
        items: [{ id: `also/${place}`, name, place, ...where, ...TYPED_ITEMS[kind] }],
        fasteners: [],
      };
}

/**
 * What is opened, with the work it brings into the run: the things no list had, and the steps that close them where no step
 * of the run does.
 * @param thing what was picked, by the id of its `Openable`, or what was typed
 * @param entryId the entry that keeps it; its steps are named by it
 * @returns null where the run knows no such thing
 */
export function openedThings(
  run: RunDocument,
  state: RunState,
  thing: string | Typed,
  how: OpenedHow,
  entryId: string,
): OpenedThings | null {
  const found = typeof thing === 'string' ? thingsOpened(run, thing, how) : thingsTyped(thing);
  if (!found) return null;
  const { name, end, corner, fasteners } = found;
  const pins = fasteners.flatMap((fastener) => {
    const id = pinOf(fastener);
    return id ? [run.items.find((item) => item.id === id) ?? pinItem(fastener, id)] : [];
  });
  const items = [...found.items, ...pins];
  const newItems = items.filter(({ id }) => !run.items.some((item) => item.id === id));
  const newFasteners = fasteners.filter(({ id }) => !run.fasteners.some((one) => one.id === id));
  const setsAlignment = found.joint?.spoils?.includes('alignment') ?? false;
  return {
    name,
    end,
    corner: corner ?? null,
    items: newItems,
    fasteners: newFasteners,
    steps: closingSteps(run, state, { items, fasteners, where: at({ end, corner }), setsAlignment }, entryId),
    opens: items.map(({ id }) => id),
    loosens: fasteners.map(({ id }) => id),
    removes: how === 'out' ? fasteners.map(({ id }) => id) : [],
  };
}

/** What was opened at once, at one place or at several. */
export type Opened = Pick<OpenedThings, 'opens' | 'loosens'> &
  Partial<Pick<OpenedThings, 'end' | 'corner' | 'removes'>>;

/** What is opened, as an act on the car. */
export const actOfOpened = ({ end, corner, opens, loosens, removes }: Opened) => ({
  ...(end ? at({ end, corner: corner ?? undefined }) : {}),
  opens,
  loosens,
  removes,
});

/** Steps for what no step of the run closes or torques. What one did opens that step again by itself. */
function closingSteps(
  run: RunDocument,
  state: RunState,
  {
    items,
    fasteners,
    where,
    setsAlignment,
  }: {
    items: Item[];
    fasteners: Fastener[];
    where: { end: OneEnd; corner?: Corner };
    setsAlignment: boolean;
  },
  entryId: string,
): Step[] {
  // By older rules a step that is done stays done, whatever is opened after it.
  const steps = run.steps.filter(({ id }) => state.rules >= REOPENS_SINCE || !state.done.has(id));
  const closes = items.filter(({ id }) => !steps.some((step) => step.closes?.includes(id)));
  const torques = fasteners.filter(({ id }) => !steps.some((step) => step.torques?.includes(id)));
  if (!closes.length && !torques.length) return [];
  const isLater = (fastener: Fastener) => setsAlignment || fastener.final === 'on-wheels';
  const later = torques.filter(isLater);
  const soon = torques.filter((fastener) => !isLater(fastener));
  const names = (things: readonly (Item | Fastener)[]) => [...new Set(things.map(placedName))].join('; ');
  const ids = (things: readonly { id: string }[]) => things.map(({ id }) => id);
  return [
    {
      id: `also/${entryId}/close`,
      phase: 'reassemble',
      do: `Close what was also opened: ${names([...closes, ...torques])}`,
      ...where,
      ...(closes.length ? { closes: ids(closes) } : {}),
      ...(later.length ? { snugs: ids(later) } : {}),
      ...(soon.length ? { torques: ids(soon) } : {}),
      minutes: 10,
    },
    ...(later.length
      ? [
          {
            id: `also/${entryId}/torque`,
            phase: setsAlignment ? ('align' as const) : ('on-wheels' as const),
            do: `${setsAlignment ? 'Set at the rack, then torque' : 'Torque on its wheels'}: ${names(later)}`,
            why: setsAlignment
              ? 'It was eased, and it sets the alignment.'
              : 'Its bushing takes its set at ride height.',
            ...where,
            needs: ['on-wheels' as const, ...(setsAlignment ? [] : ['at-height' as const])],
            torques: ids(later),
            minutes: 5,
          },
        ]
      : []),
  ];
}
