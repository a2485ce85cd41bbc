import { CORNERS, type Corner, type PerCorner, eachCorner } from '../corners';
import { stanceOf } from '../calc/heights.compare';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import { CORNER_NAMES } from '../procedure/engine';

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
}

export interface Reason {
  id:
    | 'own-lean'
    | 'odd-corner'
    | 'bound-bush'
    | 'load'
    | 'wrong-part'
    | 'old-spring'
    | 'unsettled'
    | 'still-to-come'
    | 'side-to-side';
  end: 'front' | 'rear' | 'both';
  /** Shares of one list sum to 1: how much each explains against the others. */
  share: number;
  text: string;
  /** What to do about it. */
  todo: string;
}

/** Below this (mm) a difference is the tape's. */
const NOISE = 6;

interface Weighed extends Omit<Reason, 'share'> {
  weight: number;
}

/** The corner that stands furthest from what was expected, against the other three. */
function oddCorner(off: PerCorner<number>): { corner: Corner; by: number } {
  const ranked = CORNERS.map((corner) => {
    const others = CORNERS.filter((one) => one !== corner);
    return { corner, by: off[corner] - others.reduce((sum, one) => sum + off[one], 0) / 3 };
  });
  return ranked.sort((a, b) => Math.abs(b.by) - Math.abs(a.by))[0]!;
}

/**
 * Why measured heights are off what was expected, in order of likelihood from the numbers alone: each pattern (both
 * sides alike, one corner, a lean that was there before) weighs its causes by how many millimeters it explains.
 * @param input heights in mm by one method, and what the record knows of springs, bushings and load
 * @returns reasons, the likeliest first; none when every corner is within the tape's noise
 */
export function reasonsOff(input: ReasonsInput, unit: TapeUnit): Reason[] {
  const { before, after, expected } = input;
  const off = eachCorner((corner) => after[corner] - expected[corner]);
  const was = stanceOf(before);
  const is = stanceOf(after);
  const tape = (mm: number) => formatTape(Math.abs(mm), unit);
  const found: Weighed[] = [];
  const add = (reason: Weighed) => found.push(reason);

  const twist = is.twist - was.twist;
  if (Math.abs(twist) > NOISE) {
    const { corner, by } = oddCorner(off);
    const end = corner.endsWith('F') ? ('front' as const) : ('rear' as const);
    const where = CORNER_NAMES[corner];
    const way = by > 0 ? 'high' : 'low';
    add({
      id: 'odd-corner',
      end,
      weight: Math.abs(twist),
      text: `The twist moved by ${tape(twist)}: the ${where} alone stands ${tape(by)} ${way}.`,
      todo: `Look at the ${where} first: seat, part number, spring end in its pocket.`,
    });
    add({
      id: 'bound-bush',
      end,
      weight: Math.abs(twist) * (input.hangingBush[end] ? 1.4 : 0.7),
      text: input.hangingBush[end]
        ? `A rubber bushing of the ${end} was torqued with the wheels hanging: bound, it holds a corner off its height.`
        : `A bound bushing at the ${where} holds it off its height.`,
      todo: 'Slacken the pivots on its wheels, roll it, torque them again at that height.',
    });
  }

  for (const end of ['front', 'rear'] as const) {
    const [left, right] = end === 'front' ? ([off.LF, off.RF] as const) : ([off.LR, off.RR] as const);
    const mean = (left + right) / 2;
    const lean = end === 'front' ? is.frontLean : is.rearLean;
    const leanWas = end === 'front' ? was.frontLean : was.rearLean;
    const newLean = lean - leanWas;
    if (Math.abs(lean) > NOISE && Math.abs(leanWas) > NOISE && Math.abs(newLean) <= NOISE) {
      add({
        id: 'own-lean',
        end,
        weight: Math.abs(leanWas),
        text: `The ${end} leans ${tape(lean)}; it came in leaning ${tape(leanWas)}. That lean is the car’s own.`,
        todo: 'Say so on the handoff, or offer to even it side to side.',
      });
    } else if (Math.abs(newLean) > NOISE && Math.abs(twist) <= NOISE) {
      add({
        id: 'side-to-side',
        end,
        weight: Math.abs(newLean),
        text: `The ${end} leans ${tape(newLean)} more than it did: left and right were not fitted alike.`,
        todo: 'Compare left and right: part, seat, collar threads, shackle hole.',
      });
    }
    // Both sides off alike: neither a corner nor a lean.
    if (Math.abs(mean) <= NOISE || Math.abs(left - right) > 2 * NOISE) continue;
    const by = Math.abs(mean);
    if (mean < 0) {
      const name = end === 'front' ? 'Front' : 'Rear';
      add({
        id: 'load',
        end,
        weight: by,
        text: `${name} short by ${tape(mean)} on both sides alike: it carries more there than the plan knew.`,
        todo: 'Ask and weigh what it carries, enter it in the plan, read the prediction again.',
      });
      add({
        id: 'wrong-part',
        end,
        weight: by * 0.8,
        text: `${name} short by the same on both sides: a part that is not the one planned.`,
        todo: 'Read the number off the part and measure it against the one planned.',
      });
    } else {
      const name = end === 'front' ? 'Front' : 'Rear';
      if (input.sagFound[end])
        add({
          id: 'old-spring',
          end,
          weight: by * 1.6,
          text: `${name} over by ${tape(mean)}: its old springs had sagged, as found when it came, so the same parts gave more.`,
          todo: 'Take some off, or accept it with the customer’s yes.',
        });
      add({
        id: 'wrong-part',
        end,
        weight: by * 0.6,
        text: `${name} over by ${tape(mean)} on both sides: a part thicker or stiffer than planned.`,
        todo: 'Read the number off the part and measure it against the one planned.',
      });
      if (input.unsettled)
        add({
          id: 'unsettled',
          end,
          weight: by * 1.2,
          text: `${name} over by ${tape(mean)}, read before it was rolled and driven: it has not settled.`,
          todo: 'Roll it, bounce it, drive it, then measure again by the same method.',
        });
      if (input.stillToCome[end] > NOISE / 2)
        add({
          id: 'still-to-come',
          end,
          weight: Math.min(by, input.stillToCome[end]),
          text: `${name} over by ${tape(mean)} now; what is still to come takes ${tape(input.stillToCome[end])}.`,
          todo: 'Measure again once it is fitted.',
        });
    }
  }
  const sum = found.reduce((total, one) => total + one.weight, 0);
  return found
    .sort((a, b) => b.weight - a.weight)
    .map(({ weight, ...reason }) => ({ ...reason, share: weight / sum }));
}
