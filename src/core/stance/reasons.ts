import { CORNER_NAMES, type Corner, type PerCorner, CORNERS, eachCorner } from '../corners';
import { stanceOf } from '../calc/heights.compare';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { type CarSprings, type CauseEnd, type CauseId, type Weighed, weighCauses } from './causes';

export interface ReasonsInput {
  before: PerCorner<number>;
  after: PerCorner<number>;
  /** Heights the plan predicted; without a plan the targets or claims stand in. */
  expected: PerCorner<number>;
  /** The set was read before the car had been rolled and driven. */
  unsettled: boolean;
  /** A worn or sagged spring was found when it came, by axle. */
  sagFound: { front: boolean; rear: boolean };
  /** Fasteners of rubber bushings torqued hanging, by axle. */
  hangingBush: { front: boolean; rear: boolean };
  /** Accessories of the plan that are still to come, mm of height they will take, mean of each axle. */
  stillToCome: { front: number; rear: number };
  /** The car's own springs; those of a middling truck where nothing is known of them. */
  springs?: CarSprings;
  /** Axles whose height the work changed; both where no plan says. */
  touched?: { front: boolean; rear: boolean };
  /** How often each cause was found in this shop. */
  found?: Partial<Record<CauseId, number>>;
}

export interface Reason {
  id: CauseId;
  end: CauseEnd;
  corner: Corner | null;
  /** Shares of one list sum to 1: how likely each is against the others. */
  share: number;
  text: string;
  /** What to do about it. */
  todo: string;
}

/** Below this (mm) a difference is the tape's. */
const NOISE = 6;
/** What is less likely than this is told among "none of these". */
const WORTH_TELLING = 0.04;

const MIDDLING: CarSprings = {
  wheelbase: 3200,
  track: { front: 1600, rear: 1600 },
  wheelRate: { LF: 30, RF: 30, LR: 30, RR: 30 },
};

/** What each cause is called and what is done about it. @param tape a length without its sign */
function wordsOf(
  { id, end, corner, does }: Weighed,
  input: ReasonsInput,
  tape: (mm: number) => string,
): Pick<Reason, 'text' | 'todo'> {
  const where = corner ? CORNER_NAMES[corner] : end === 'both' ? 'car' : end;
  const Where = where[0]!.toUpperCase() + where.slice(1);
  const by = end === 'rear' ? (does.LR + does.RR) / 2 : end === 'front' ? (does.LF + does.RF) / 2 : does.LF;
  switch (id) {
    case 'odd-corner':
      return {
        text: `The ${where} alone stands ${tape(does[corner!])} low: a spring out of its pocket, or another part than on the other side.`,
        todo: `Look at the ${where} first: seat, part number, spring end in its pocket.`,
      };
    case 'not-seated':
      return {
        text: `The ${where} alone stands ${tape(does[corner!])} high: a spacer or spring not down on its seat.`,
        todo: `Look at the ${where}: spacer flat, studs through, dirt under it; load it and look again.`,
      };
    case 'bound-bush': {
      const hung = end !== 'both' && input.hangingBush[end];
      return {
        text: hung
          ? `A rubber bushing of the ${where} was torqued with the wheels hanging: bound, it holds it ${tape(by)} ${by < 0 ? 'down' : 'up'}.`
          : `A bound bushing holds the ${where} ${tape(by)} ${by < 0 ? 'down' : 'up'}.`,
        todo: 'Slacken the pivots on its wheels, roll it, torque them again at that height.',
      };
    }
    case 'wrong-part':
      return {
        text: `${Where} ${by < 0 ? 'short' : 'over'} by ${tape(by)} on both sides alike: a part that is not the one planned.`,
        todo: 'Read the number off the part and measure it against the one planned.',
      };
    case 'side-to-side':
      return {
        text: `The ${where} leans more than it did: left and right were not fitted alike.`,
        todo: 'Compare left and right: part, seat, collar threads, shackle hole.',
      };
    case 'old-spring':
      return by < 0
        ? {
            text: `${Where} short by ${tape(by)}, where nothing was changed: its old springs give way.`,
            todo: 'Measure their free length or arch, and offer springs for that end.',
          }
        : {
            text: `${Where} over by ${tape(by)}: its old springs had sagged, as found when it came, so the same parts gave more.`,
            todo: 'Take some off, or accept it with the customer’s yes.',
          };
    case 'load':
      return {
        text: `It carries more than the plan knew, mostly at the ${end === 'both' ? 'middle' : where}: that takes ${tape(by)} there.`,
        todo: 'Ask and weigh what it carries, enter it in the plan, read the prediction again.',
      };
    case 'unsettled':
      return {
        text: `Over by ${tape(by)}, read before it was rolled and driven: it has not settled.`,
        todo: 'Roll it, bounce it, drive it, then measure again by the same method.',
      };
    case 'still-to-come':
      return {
        text: `${Where} over now; what is still to come takes ${tape(input.stillToCome[end as 'front'])}.`,
        todo: 'Measure again once it is fitted.',
      };
    case 'own-lean':
      return {
        text: `The ${where} came in with that lean: it is the car’s own.`,
        todo: 'Say so on the handoff, or offer to even it side to side.',
      };
    case 'none':
      return {
        text: 'None of these: nothing in this list does that to four corners.',
        todo: 'Measure again by the same method first; then look under it, corner by corner.',
      };
  }
}

/**
 * Why measured heights are off what was expected, by what each cause would do to the four corners through the car's springs.
 * @param input heights in mm by one method, and what the record knows of springs, bushings and load
 * @returns reasons, the likeliest first, their shares summing to one; none when every corner is within the tape's noise
 */
export function reasonsOff(input: ReasonsInput, unit: TapeUnit): Reason[] {
  const { before, after, expected } = input;
  const off = eachCorner((corner) => after[corner] - expected[corner]);
  const was = stanceOf(before);
  const is = stanceOf(after);
  const tape = (mm: number) => formatTape(Math.abs(mm), unit);
  const leanBefore = { front: was.frontLean, rear: was.rearLean };
  const leans = [off.LF - off.RF, off.LR - off.RR];
  if ([...CORNERS.map((corner) => off[corner]), ...leans].every((mm) => Math.abs(mm) <= NOISE)) {
    // As expected, and leaning as it came: said, so that nobody looks for it.
    const own = (['front', 'rear'] as const).filter(
      (end) =>
        Math.abs(leanBefore[end]) > NOISE && Math.abs(end === 'front' ? is.frontLean : is.rearLean) > NOISE,
    );
    return own.map((end) => ({
      id: 'own-lean',
      end,
      corner: null,
      share: 1 / own.length,
      text: `The ${end} leans ${tape(end === 'front' ? is.frontLean : is.rearLean)}; it came in leaning ${tape(leanBefore[end])}. That lean is the car’s own.`,
      todo: 'Say so on the handoff, or offer to even it side to side.',
    }));
  }
  const weighed = weighCauses({
    off,
    // Where the prediction was made from the heights it came with, its lean is in it already.
    leanBefore: leanInExpected(expected, leanBefore) ? { front: 0, rear: 0 } : leanBefore,
    springs: input.springs ?? MIDDLING,
    touched: input.touched ?? { front: true, rear: true },
    unsettled: input.unsettled,
    sagFound: input.sagFound,
    hangingBush: input.hangingBush,
    stillToCome: input.stillToCome,
    found: input.found,
  });
  const told = weighed.filter(({ id, share }) => id !== 'none' && share >= WORTH_TELLING);
  const rest = 1 - told.reduce((sum, { share }) => sum + share, 0);
  const none = weighed.find(({ id }) => id === 'none')!;
  return [...told, { ...none, share: Math.max(0, rest) }]
    .sort((a, b) => b.share - a.share)
    .map((one) => ({
      id: one.id,
      end: one.end,
      corner: one.corner,
      share: one.share,
      ...wordsOf(one, input, tape),
    }));
}

/** Does what was expected lean as the car came? */
function leanInExpected(
  { LF, RF, LR, RR }: PerCorner<number>,
  { front, rear }: { front: number; rear: number },
): boolean {
  return Math.abs(LF - RF - front) < 1 && Math.abs(LR - RR - rear) < 1;
}
