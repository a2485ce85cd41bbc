import type { Axle, LineOn } from '../anatomy/axle';
import { isFree, jointsNow } from '../anatomy/state';
import type { LineKind } from '../anatomy/types';
import type { Corner } from '../corners';
import { capital } from '../wording';
import { type OpenedHow, whereOn } from './also-opened';
import { axlesOf } from './axles-of';
import { endNow } from './on-axle';
import type { RunDocument, RunState } from './run-state';
import {
  type Fastener,
  type Item,
  type ItemKind,
  type OneEnd,
  type Step,
  type TorqueSpec,
  endsOf,
} from './types';

/** What may be opened on a car, whether a step lists it or not. */

/** Something on the car that may be opened, with how it is now. */
export interface Openable {
  /** `joint front.left.tie-rod-end`, `line …`, `item …`, `fastener …`. */
  id: string;
  kind: 'joint' | 'line' | 'pin' | 'cover' | 'bolt' | 'other';
  name: string;
  end: OneEnd;
  corner?: Corner;
  now: 'closed' | 'eased' | 'open';
  hows: OpenedHow[];
  /** It sets the alignment: it is marked across before it is eased, and set at the rack after. */
  setsAlignment?: true;
}

const PLUGGED: readonly LineKind[] = ['sensor lead', 'plug'];

/** How a line may be opened: its plug pulled, or the line off the bracket, the clip or the seat that holds it. */
const howsOfLine = ({ kind, brackets }: LineOn): OpenedHow[] =>
  PLUGGED.includes(kind) ? (brackets.length ? ['unplugged', 'out'] : ['unplugged']) : ['out'];

/** Kinds of items that are put there or taken away by a job, and stand for nothing of the car that somebody opens. */
const NOT_OPENED: readonly ItemKind[] = ['support', 'bag', 'temporary', 'spring', 'joint', 'link'];

/** Everything at one end that may be opened, as it is now: joints and lines of its axle first, then what else is known there. */
export function openablesAt(run: RunDocument, state: RunState, end: OneEnd): Openable[] {
  const axle = axlesOf(run).find((one) => one.end === end);
  const onAxle = axle ? openablesOn(axle, run, state) : [];
  const beside = run.beside ?? { items: [], fasteners: [] };
  const here = (thing: { end?: Item['end'] }) => endsOf(thing).includes(end);
  const known = (place: string | undefined) =>
    place !== undefined && axle !== undefined && isOfAxle(axle, place);
  const items = [...run.items, ...beside.items]
    .filter((item) => here(item) && !NOT_OPENED.includes(item.kind) && !known(item.place))
    .map((item): Openable => {
      const kind = item.kind === 'pin' || item.kind === 'cover' ? item.kind : 'other';
      const plugged = item.kind === 'wire' || item.kind === 'sensor';
      return {
        id: `item ${item.id}`,
        kind,
        name: item.name,
        end,
        ...(item.corner ? { corner: item.corner } : {}),
        now: state.car.open.has(item.id) ? 'open' : 'closed',
        hows: [plugged ? 'unplugged' : 'out'],
      };
    });
  const fasteners = [...run.fasteners, ...beside.fasteners]
    .filter((fastener) => here(fastener) && !known(fastener.place))
    .map((fastener): Openable => ({
      id: `fastener ${fastener.id}`,
      kind: 'bolt',
      name: fastener.name,
      end,
      ...(fastener.corner ? { corner: fastener.corner } : {}),
      now: state.car.loose.get(fastener.id) === 'loosened' ? 'eased' : 'closed',
      hows: ['eased', 'out'],
    }));
  return [...onAxle, ...items, ...fasteners];
}

const isOfAxle = (axle: Axle, place: string): boolean =>
  axle.fastenedAt.has(place) || axle.linesAt.has(place) || axle.jointsOpenedAt.has(place);

function openablesOn(axle: Axle, run: RunDocument, state: RunState): Openable[] {
  const now = endNow(run, state, axle.end);
  const states = jointsNow(axle, now);
  const joints = axle.joints.map((joint): Openable => ({
    id: `joint ${joint.id}`,
    kind: 'joint',
    name: capital(joint.name),
    ...whereOn(axle, joint),
    now: states.get(joint.id) ?? 'closed',
    hows: joint.fasteners.length ? ['eased', 'out'] : ['out'],
    ...(joint.spoils?.includes('alignment') ? { setsAlignment: true as const } : {}),
  }));
  const lines = axle.lines.map((line): Openable => ({
    id: `line ${line.id}`,
    kind: 'line',
    name: capital(line.name),
    ...whereOn(axle, line),
    now: isFree(line, now) ? 'open' : 'closed',
    hows: howsOfLine(line),
  }));
  return [...joints, ...lines];
}

/** What the shop's procedures know of an axle beside what a run has: for whoever opens one of those too. */
export function besideRun(
  run: Pick<RunDocument, 'items' | 'fasteners' | 'anatomy' | 'anatomies'> & { steps: Step[] },
  procedures: readonly { items: Item[]; fasteners: Fastener[] }[],
  values: ReadonlyMap<string, TorqueSpec>,
): NonNullable<RunDocument['beside']> {
  const axles = axlesOf(run);
  const inRun = new Set([...run.items, ...run.fasteners].map(({ place }) => place));
  const isNew = (place: string | undefined): place is string =>
    place !== undefined && !inRun.has(place) && axles.some((axle) => isOfAxle(axle, place));
  const first = <T extends { place?: string }>(things: readonly T[]) => [
    ...new Map(
      [...things].reverse().flatMap((thing) => (isNew(thing.place) ? [[thing.place, thing] as const] : [])),
    ).values(),
  ];
  return {
    items: first(procedures.flatMap(({ items }) => items)).filter(({ kind }) => !NOT_OPENED.includes(kind)),
    fasteners: first(procedures.flatMap(({ fasteners }) => fasteners)).map(
      ({ mate: _mate, ...fastener }) => ({
        ...fastener,
        spec: values.get(fastener.place) ?? null,
      }),
    ),
  };
}
