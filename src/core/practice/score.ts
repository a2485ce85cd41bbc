import type { Harm } from './fault-words';
import type { Consequence } from './consequences';
import { type Fault, faultKey } from './scenario';

/** What a try came to, as it is counted. */
export interface Tally {
  faults: readonly Fault[];
  /** Faults seen by looking before they bit. */
  found: ReadonlySet<string>;
  consequences: readonly Consequence[];
  /** Taps the record spoke against. */
  refused: number;
  /** Looks that showed nothing. */
  idleLooks: number;
  /** Things put right that were right. */
  needless: number;
  stepsDone: number;
  stepsAsked: number;
}

const COST: Record<Harm, number> = { person: 20, car: 12, time: 6 };
const REFUSED_COST = 3;
/** Looking costs little, and never more than this: nobody is to be taught not to look. */
const IDLE_LOOK = { cost: 0.1, most: 8 };
const NEEDLESS_COST = 4;
/** Of a hundred, what finding the faults is worth; the rest is the work itself. */
const FOUND_SHARE = 60;

export interface Score {
  /** 0 to 100. */
  points: number;
  found: number;
  work: number;
  lost: { what: string; points: number }[];
}

/**
 * What a try is worth: work done to its end and faults found before they bit, less what came of it, what was tapped against
 * the record, and looking and mending at random.
 * @returns points of 100 with what they are made of
 */
export function scoreOf(tally: Tally): Score {
  const done = tally.stepsAsked ? Math.min(1, tally.stepsDone / tally.stepsAsked) : 1;
  const known = tally.faults.filter((fault) => tally.found.has(faultKey(fault))).length;
  const share = tally.faults.length ? known / tally.faults.length : 1;
  const found = FOUND_SHARE * share * done;
  const work = (100 - FOUND_SHARE) * done;
  const lost = [
    {
      what: 'what it did to car or person',
      points: tally.consequences.reduce((sum, { harm }) => sum + COST[harm], 0),
    },
    { what: 'tapping against the record', points: REFUSED_COST * tally.refused },
    { what: 'looking without need', points: Math.min(IDLE_LOOK.most, IDLE_LOOK.cost * tally.idleLooks) },
    { what: 'putting right what was right', points: NEEDLESS_COST * tally.needless },
  ].filter(({ points }) => points > 0);
  const points = Math.max(0, Math.round(found + work - lost.reduce((sum, one) => sum + one.points, 0)));
  return { points, found, work, lost };
}
