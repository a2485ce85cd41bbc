import { nameOnAxle } from '../anatomy/words';
import type { Axle } from '../anatomy/axle';
import type { Break, BreakCode } from '../anatomy/acts';
import { capital } from '../wording';
import type { Fault, FaultKind, LookWay } from './scenario';

/** Whom it would have hurt most. */
export type Harm = 'person' | 'car' | 'time';

interface FaultWords {
  /** What it is, for the debrief. */
  title: string;
  /** How it shows; any other way of looking tells nothing of it. */
  shownBy: readonly LookWay[];
  /** What somebody sees who looks there, in that way. */
  seen: (name: string, fault: Fault) => string;
  /** What puts it right. */
  mend: string;
  harm: Harm;
  /** What comes of it when its step is done all the same, where the axle has nothing to say of it. */
  after: (name: string, fault: Fault) => string;
}

export const FAULTS: Record<FaultKind, FaultWords> = {
  'bolt-tight': {
    title: 'A bolt left tight',
    shownBy: ['hand'],
    seen: (name) => `${name}: it does not move by hand. It is tight.`,
    mend: 'Ease it now',
    harm: 'car',
    after: (name) => `${name} was tight all along: what it holds is forced, and bends or tears.`,
  },
  'lead-on': {
    title: 'A lead or hose not freed',
    shownBy: ['eyes'],
    seen: (name) => `${name}: one clip of it is still in. It comes taut as the wheel goes down.`,
    mend: 'Free the last clip',
    harm: 'car',
    after: (name) =>
      `${name} is pulled: the wire breaks inside its cover, and a warning lamp comes weeks later.`,
  },
  'hose-short': {
    title: 'A short hose',
    shownBy: ['rule'],
    seen: (name, { reach }) => `${name}: measured, it reaches ${reach} mm of drop and no more.`,
    mend: 'Hold the wheel higher, ask for the longer hose',
    harm: 'person',
    after: (name) => `${name} is stretched. It may let go at a stop weeks from now: it is thrown away.`,
  },
  'bushing-alike': {
    title: 'Bushings that look alike',
    shownBy: ['rule'],
    seen: (name) =>
      `${name}: the new bushing’s flange measures 3 mm less than the old one’s. It is the one of another place.`,
    mend: 'Change it for the right one',
    harm: 'car',
    after: (name) =>
      `${name}: the wrong bushing is in. It walks out of its bore, and the axle steers by itself.`,
  },
  'sides-swapped': {
    title: 'Left and right changed over',
    shownBy: ['eyes'],
    seen: (name) => `${name}: it is marked for the other side.`,
    mend: 'Change them over',
    harm: 'car',
    after: (name) => `${name} is on the wrong side: it leans the wrong way, and all of it comes apart again.`,
  },
  'wrench-unit': {
    title: 'A wrench set to another unit',
    shownBy: ['eyes'],
    seen: () => 'The wrench: its scale is set to the other unit than the value on the card.',
    mend: 'Set it to the unit of the card',
    harm: 'person',
    after: (name) =>
      `${name}: the number was right and the unit was not, a third too much. The bolt is stretched and thrown away.`,
  },
  'value-missing': {
    title: 'A value missing on the sheet',
    shownBy: ['eyes'],
    seen: () => 'The kit’s sheet: one of its lines is empty. Nobody has a value for that bolt.',
    mend: 'Ask the kit’s maker, write down that it waits',
    harm: 'person',
    after: (name) => `${name}: tightened by a guess. Nobody knows whether it holds.`,
  },
  'nut-stuck': {
    title: 'A nut that will not come',
    shownBy: ['hand'],
    seen: (name) => `${name}: rust to the last thread. It does not give, and its corners begin to round.`,
    mend: 'Penetrant, wire brush, time; then a six-point socket',
    harm: 'time',
    after: (name) => `${name} shears off: drilled out, with new hardware, an hour later.`,
  },
  'brake-on': {
    title: 'A reading with the brake on',
    shownBy: ['eyes', 'hand'],
    seen: () => 'The park brake is set: the wheels cannot roll to let it settle.',
    mend: 'Brake off, in neutral, rolled a length',
    harm: 'time',
    after: () =>
      'It was read with the brake on: the wheels held it up, and the height is 9 mm too high. It is read again.',
  },
  'cam-unmarked': {
    title: 'A cam turned without a mark',
    shownBy: ['eyes'],
    seen: (name) => `${name}: there is no mark across its cam.`,
    mend: 'Paint a mark across it',
    harm: 'time',
    after: (name) =>
      `${name} has turned: nobody can put it back where it stood, and it may not reach the rack straight.`,
  },
  'pin-short': {
    title: 'A pin short',
    shownBy: ['eyes'],
    seen: (name) => `${name}: there is no pin through the nut.`,
    mend: 'Put a new pin in and bend it over',
    harm: 'person',
    after: (name) => `${name} has no pin: the nut works loose, and the joint comes apart on the road.`,
  },
  'box-short': {
    title: 'A box one short',
    shownBy: ['eyes'],
    seen: () => 'The kit’s box, counted against its list: one piece is missing.',
    mend: 'Ask for the missing piece, keep the car whole till then',
    harm: 'time',
    after: () => 'It is apart, and a piece of the kit is missing: the car stands on the lift until it comes.',
  },
  'spring-unseated': {
    title: 'A spring beside its pocket',
    shownBy: ['eyes'],
    seen: (name) => `${name}: its tail is a finger’s width from its stop, and one turn sits on the rim.`,
    mend: 'Turn it into its pocket',
    harm: 'person',
    after: (name) =>
      `${name} jumps as the weight comes on: it strikes out sideways, and the corner drops onto its stop.`,
  },
};

/** What a broken rule of the axle would have done. */
const DONE: Record<BreakCode, { harm: Harm; what: (name: string, one: Break) => string }> = {
  'line-stretched': {
    harm: 'person',
    what: (name, { drop, most }) =>
      `${name} is stretched${drop === undefined ? '' : `: it reaches ${Math.round(most!)} mm and the wheel hangs ${Math.round(drop)} mm`}.`,
  },
  'still-joined': {
    harm: 'car',
    what: (name) => `${name} is forced while it is still held: what holds it bends or tears out.`,
  },
  'spring-let-go': {
    harm: 'person',
    what: (name) => `${name} lets go under load and strikes whoever stands in line with it.`,
  },
  falls: { harm: 'person', what: (name) => `${name} comes down: on feet, or on a hand beneath it.` },
  'tied-across': {
    harm: 'car',
    what: (name, { drop }) =>
      `${name} is twisted by ${Math.round(drop ?? 0)} mm across the car: a link bends.`,
  },
  'bush-bound': {
    harm: 'car',
    what: (name) =>
      `The rubber of ${name} is wound up: torn within the year, and until then it holds the car about 9 mm high.`,
  },
  unmarked: { harm: 'time', what: (name) => `${name} has no mark: nobody can put it back where it stood.` },
};

const AT_JOINT: readonly BreakCode[] = ['bush-bound', 'unmarked'];

/** A break of the axle as what it would have done, soberly. */
export function doneWords(axle: Axle, one: Break): { harm: Harm; words: string } {
  const { harm, what } = DONE[one.code];
  const name = nameOnAxle(axle, one.ref, AT_JOINT.includes(one.code) ? 'joint' : 'other');
  const words = capital(what(`the ${name}`, one));
  const line = axle.lines.find(({ id }) => id === one.ref);
  if (!line) return { harm, words };
  return line.kind === 'brake hose'
    ? { harm, words: `${words} It may let go at a stop weeks from now: it is thrown away.` }
    : { harm: 'car', words: `${words} It breaks inside its cover, and fails weeks from now.` };
}

/** What a refusal of the engine kept from happening. */
export const REFUSED_WORDS: Record<string, { harm: Harm; words: string }> = {
  after: { harm: 'time', words: 'It is done before its time: what should have come first is done twice.' },
  support: {
    harm: 'person',
    words: 'The car stands otherwise than this needs: it moves while somebody is at it.',
  },
  ground: {
    harm: 'person',
    words: 'It comes down with something open under it: it drops, or rests on what is apart.',
  },
  drive: {
    harm: 'person',
    words: 'It is driven with something open: wheel, brake or steering lets go on the road.',
  },
  loose: { harm: 'person', words: 'Something is only loose or snug, and its load comes on: it works out.' },
  untorqued: { harm: 'person', words: 'It counts as tight, and nobody put a wrench on it.' },
  value: { harm: 'person', words: 'It is tightened by a guess: nobody has a value for it.' },
  approval: { harm: 'car', words: 'It cannot be undone, and nobody with the say has looked at it.' },
  check: { harm: 'person', words: 'Nobody else has checked what steers or brakes.' },
  measure: { harm: 'time', words: 'It was not measured: what it was before nobody will know.' },
  held: { harm: 'person', words: 'Somebody else holds the lift: it moves under their hands.' },
  done: { harm: 'time', words: 'It is done already.' },
};
