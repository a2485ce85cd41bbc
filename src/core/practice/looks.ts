import type { Axle, Side } from '../anatomy/axle';
import { isFree } from '../anatomy/state';
import { nameOnAxle } from '../anatomy/words';
import type { Corner } from '../corners';
import { axlesOf } from '../procedure/axles-of';
import { endNow } from '../procedure/on-axle';
import { type RunDocument, placedName } from '../procedure/run-state';
import type { Fastener } from '../procedure/types';
import { capital } from '../wording';
import { FAULTS } from './fault-words';
import { type HiddenCar, isOn } from './hidden-car';
import { type Fault, type LookWay, WAYS } from './scenario';

/** Something that can be looked at on the practice car. */
export interface Place {
  at: string;
  name: string;
  kind: 'fastener' | 'line' | 'spring' | 'part' | 'brake' | 'wrench' | 'sheet' | 'box';
  /** Where on the car, as the sheet groups them. */
  where: string;
  ways: readonly LookWay[];
}

const BESIDE: readonly Place[] = [
  { at: 'brake', name: 'Park brake and gear', kind: 'brake', where: 'The car', ways: ['eyes', 'hand'] },
  { at: 'wrench', name: 'The torque wrench', kind: 'wrench', where: 'Beside the car', ways: ['eyes'] },
  { at: 'sheet', name: 'The kit’s sheet', kind: 'sheet', where: 'Beside the car', ways: ['eyes'] },
  { at: 'box', name: 'The kit’s box against its list', kind: 'box', where: 'Beside the car', ways: ['eyes'] },
];

const WHERE: Record<Corner, string> = {
  LF: 'Left front',
  RF: 'Right front',
  LR: 'Left rear',
  RR: 'Right rear',
};
const whereOf = ({ corner, end }: { corner?: Corner; end?: string }) =>
  corner ? WHERE[corner] : end === 'front' || end === 'rear' ? capital(end) : 'The car';
const cornerOf = (axle: Axle, side?: Side) => (side ? axle.corners[side] : undefined);

const known = new WeakMap<RunDocument, Place[]>();

/** All that can be looked at on a practice car: each fastener, line, spring and part of the job, and what lies beside it. */
export function placesToLook(document: RunDocument): Place[] {
  const had = known.get(document);
  if (had) return had;
  const places = new Map<string, Place>();
  const add = (place: Place) => places.has(place.at) || places.set(place.at, place);
  for (const axle of axlesOf(document)) {
    for (const line of axle.lines)
      add({
        at: line.place,
        name: capital(nameOnAxle(axle, line.id, 'other')),
        kind: 'line',
        where: whereOf({ corner: cornerOf(axle, line.side), end: axle.end }),
        ways: ['eyes', 'rule'],
      });
    for (const spring of axle.springs)
      add({
        at: `${axle.end}.${spring.side ?? 'center'}.spring`,
        name: capital(nameOnAxle(axle, spring.id, 'other')),
        kind: 'spring',
        where: whereOf({ corner: cornerOf(axle, spring.side), end: axle.end }),
        ways: ['eyes'],
      });
  }
  for (const fastener of document.fasteners)
    add({
      at: fastener.place,
      name: placedName(fastener),
      kind: 'fastener',
      where: whereOf(fastener),
      ways: ['eyes', 'hand'],
    });
  for (const item of document.items)
    if (item.place && ['part', 'link', 'spring', 'joint'].includes(item.kind))
      add({
        at: item.place,
        name: placedName(item),
        kind: 'part',
        where: whereOf(item),
        ways: WAYS,
      });
  const all = [...places.values(), ...BESIDE];
  known.set(document, all);
  return all;
}

export const placeAt = (document: RunDocument, at: string): Place | undefined =>
  placesToLook(document).find((place) => place.at === at);

const STRIPE_WORDS = {
  bare: 'no paint across it',
  broken: 'its paint is broken',
  thin: 'a thin stripe, not torqued yet',
  full: 'a whole stripe across it',
  double: 'a double stripe, checked',
  shifted: 'its stripe has moved',
} as const;

function fastenerSeen({ document, run }: HiddenCar, fastener: Fastener, way: LookWay): string {
  const name = placedName(fastener);
  if (way === 'eyes') return `${name}: ${STRIPE_WORDS[run.fasteners.get(fastener.id)!.stripe]}.`;
  const looseness = run.car.loose.get(fastener.id);
  const isOff = document.items.some((item) => item.place === fastener.place && run.car.open.has(item.id));
  if (looseness === 'loosened' || isOff) return `${name}: it turns by hand.`;
  return looseness === 'snug' ? `${name}: snug, it holds.` : `${name}: tight.`;
}

function lineSeen(car: HiddenCar, place: Place, way: LookWay): string {
  for (const axle of axlesOf(car.document)) {
    const line = axle.lines.find((one) => one.place === place.at);
    if (!line) continue;
    const now = endNow(car.document, car.run, axle.end);
    if (way === 'rule') return `${place.name}: measured, it reaches ${line.reach} mm of drop.`;
    return isFree(line, now) ? `${place.name}: off its bracket, in a bow.` : `${place.name}: in its bracket.`;
  }
  return `${place.name}: nothing to be seen.`;
}

const SOUND: Record<Exclude<Place['kind'], 'fastener' | 'line'>, (place: Place, way: LookWay) => string> = {
  spring: ({ name }) => `${name}: in both its seats, its tail at its stop.`,
  part: ({ name }, way) =>
    way === 'rule'
      ? `${name}: old and new measure alike, to half a millimeter.`
      : `${name}: marked for this side, as the sheet shows it.`,
  brake: () => 'Park brake and gear: as this work needs them.',
  wrench: () => 'The wrench: set to the unit of the card, in date.',
  sheet: () => 'The kit’s sheet: a value on each line.',
  box: () => 'The kit’s box: as many of each as its list says.',
};

/** A look at the practice car: what is seen, and the fault that shows in it. */
export interface Seen {
  words: string;
  fault: Fault | null;
}

/** What a person sees who looks at a place in this way, and no more. */
export function look(car: HiddenCar, place: Place, way: LookWay): Seen {
  const fault = car.faults.find(
    (one) => one.at === place.at && isOn(car, one) && FAULTS[one.kind].shownBy.includes(way),
  );
  if (fault) return { words: FAULTS[fault.kind].seen(place.name, fault), fault };
  const fastener = car.document.fasteners.find((one) => one.place === place.at);
  const words =
    place.kind === 'line'
      ? lineSeen(car, place, way)
      : place.kind === 'fastener' && fastener
        ? fastenerSeen(car, fastener, way)
        : SOUND[place.kind as keyof typeof SOUND](place, way);
  return { words, fault: null };
}
