import { parseTape, type TapeUnit } from '../calc/tape.parse';
import { formatTape } from '../calc/tape.format';
import { CORNER_NAMES, CORNERS, type Corner, type PerCorner } from '../corners';
import type { DoubtKind } from '../ledger/kinds/arrival';
import { attempt } from '../refusal';
import { capital } from '../wording';

/**
 * Readings that cannot well be, by what else is on record: a corner copied, digits changed over, a lean that turned over,
 * hub heights that moved though only tires changed, a claim that does not add up, two people further apart than a tape.
 */

/** What one reading of a tape misses by, mm, one standard deviation. */
export const TAPE_SD = 1.6;
/** How unevenly the two sides of an axle take up work: springs, bushes, what lies in the car. */
const SIDES_SD = 1.7;
/** What an axle still gives way after it was let down. */
const SETTLE_SD = 1;

export interface ReadingDoubt {
  kind: DoubtKind;
  /** Which corners are to be measured again. */
  corners: Corner[];
  text: string;
  /** How unlikely: standard deviations. */
  score: number;
}

export interface EarlierSet {
  mm: PerCorner<number>;
  /** As typed, one to three a corner. */
  readings: PerCorner<string[]>;
  unit: TapeUnit;
  /** Whoever read it; the same person where none is said. */
  by?: string | null;
}

export interface ReadingContext {
  /** The set it is compared with: as it came, by the same method. */
  before: EarlierSet | null;
  /** A set taken since the work was last apart: nothing of the car has changed but what settled. */
  same: EarlierSet | null;
  /** What is predicted, mm, with its standard deviation by corner. */
  predicted: PerCorner<number> | null;
  predictedSd: PerCorner<number> | null;
  /** What the kit claims of an axle, mm of lift. */
  claimed: { front: number | null; rear: number | null };
  /** Nothing but wheels and tires is changed by this job, and it is measured from the hub. */
  onlyWheels: boolean;
  /** Who reads it now. */
  by?: string | null;
}

const AXLES = [
  ['front', 'LF', 'RF'],
  ['rear', 'LR', 'RR'],
] as const;

const readingSd = (readings: readonly string[]) =>
  TAPE_SD / Math.sqrt(Math.max(1, readings.filter((text) => text.trim()).length));
const MUCH = 2.3;

interface Axle {
  end: 'front' | 'rear';
  left: Corner;
  right: Corner;
  /** How far left less right is from what it was, and what that may miss by. */
  moved: number;
  sd: number;
  lean: number;
  was: number;
  leanSd: number;
  wasSd: number;
}

function axleOf(
  mm: PerCorner<number>,
  typed: PerCorner<string[]>,
  { before, same, predicted }: ReadingContext,
  [end, left, right]: (typeof AXLES)[number],
): Axle | null {
  const earlier = same ?? before;
  if (!earlier) return null;
  const was = !same && predicted ? predicted[left] - predicted[right] : earlier.mm[left] - earlier.mm[right];
  const lean = mm[left] - mm[right];
  const leanSd = Math.hypot(readingSd(typed[left]), readingSd(typed[right]), same ? 0 : SIDES_SD);
  const wasSd = Math.hypot(readingSd(earlier.readings[left]), readingSd(earlier.readings[right]));
  return { end, left, right, moved: lean - was, sd: Math.hypot(leanSd, wasSd), lean, was, leanSd, wasSd };
}

/** How far a corner is from what is predicted, or was read since the work: by that the wrong one of two sides is told. */
function farOff(mm: number, corner: Corner, { same, predicted, predictedSd }: ReadingContext): number | null {
  if (same) return Math.abs(mm - same.mm[corner]) / Math.hypot(TAPE_SD, TAPE_SD, SETTLE_SD);
  if (!predicted || !predictedSd) return null;
  return Math.abs(mm - predicted[corner]) / Math.hypot(TAPE_SD, predictedSd[corner]);
}

/** Readings with two neighboring figures of its whole number changed over. */
export function changedOver(text: string): string[] {
  const whole = /\d{2,}/.exec(text)?.[0];
  if (!whole) return [];
  return Array.from({ length: whole.length - 1 }, (_, at) => {
    const [one, other] = [whole[at]!, whole[at + 1]!];
    return one === other ? null : whole.slice(0, at) + other + one + whole.slice(at + 2);
  }).flatMap((other) => (other === null ? [] : [text.replace(whole, other)]));
}

const SAME_MM = 0.3;

function digits(
  mm: PerCorner<number>,
  typed: PerCorner<string[]>,
  unit: TapeUnit,
  context: ReadingContext,
  axle: Axle,
): ReadingDoubt[] {
  if (Math.abs(axle.moved) < MUCH * axle.sd) return [];
  return [axle.left, axle.right].flatMap((corner) => {
    const [text] = typed[corner];
    if (typed[corner].length !== 1 || text === undefined) return [];
    const own = farOff(mm[corner], corner, context);
    const found = changedOver(text).flatMap((other) => {
      const read = attempt(() => parseTape(other, unit));
      if (!read.ok) return [];
      const change = read.value - mm[corner];
      const rest = axle.moved + (corner === axle.left ? change : -change);
      const then = farOff(read.value, corner, context);
      const better = own === null || then === null || then < own || then < 1.5;
      return Math.abs(rest) < 1.5 * axle.sd && better ? [{ other, rest: Math.abs(rest) }] : [];
    });
    const [best] = found.sort((one, two) => one.rest - two.rest);
    if (!best) return [];
    return [
      {
        kind: 'digits' as const,
        corners: [corner],
        score: Math.abs(axle.moved) / axle.sd + 0.6,
        text: `${capital(CORNER_NAMES[corner])} reads ${text}: is it ${best.other}, with two figures changed over?`,
      },
    ];
  });
}

/** A reading that is to a hair that of another corner, or of the same one before, and does not fit its own axle. */
function copied(mm: PerCorner<number>, context: ReadingContext, axle: Axle, unit: TapeUnit): ReadingDoubt[] {
  if (Math.abs(axle.moved) < MUCH * axle.sd) return [];
  const { before } = context;
  return [axle.left, axle.right].flatMap((corner) => {
    const other = corner === axle.left ? axle.right : axle.left;
    const [own, beside] = [farOff(mm[corner], corner, context), farOff(mm[other], other, context)];
    if (own !== null && beside !== null && own + 0.5 < beside) return [];
    const from = CORNERS.find((one) => one !== corner && Math.abs(mm[one] - mm[corner]) < SAME_MM);
    const earlier = before && Math.abs(before.mm[corner] - mm[corner]) < SAME_MM;
    if (!from && !earlier) return [];
    const said = from ? `exactly what the ${CORNER_NAMES[from]} reads` : 'exactly what it read as it came';
    return [
      {
        kind: 'copied' as const,
        corners: [corner],
        score: Math.abs(axle.moved) / axle.sd + 0.5 + (own ?? 0) / 10,
        text: `${capital(CORNER_NAMES[corner])} reads ${formatTape(mm[corner], unit)}, ${said}, and does not fit its other side. Is it copied?`,
      },
    ];
  });
}

/** How far cars lean from side to side, mm, one standard deviation. */
const LEAN_SD = 6;
/** From this much on (logarithm of the odds) two sides changed over explain a lean better than the tape does. */
const TURNED = 2.6;

/**
 * How much likelier the two leans are with left and right changed over than as they are read: both are of one lean, which
 * cars have of either side, and both miss it as tapes do.
 */
function oddsOfTurned({ lean, was, leanSd, wasSd }: Axle): number {
  const shared = LEAN_SD ** 2;
  const spread = (shared + wasSd ** 2) * (shared + leanSd ** 2) - shared ** 2;
  return (-2 * shared * lean * was) / spread;
}

function turned(axle: Axle, unit: TapeUnit): ReadingDoubt[] {
  const { lean, was, moved, sd, left, right, end } = axle;
  if (oddsOfTurned(axle) < TURNED) return [];
  const low = (by: number) => CORNER_NAMES[by < 0 ? left : right];
  const size = (by: number) => formatTape(Math.abs(by), unit);
  return [
    {
      kind: 'lean turned over',
      corners: [left, right],
      score: Math.abs(moved) / sd,
      text: `The ${end} leaned to the ${low(was)} by ${size(was)}, now to the ${low(lean)} by ${size(lean)}. Are left and right changed over?`,
    },
  ];
}

function onlyTires(
  mm: PerCorner<number>,
  typed: PerCorner<string[]>,
  { before, onlyWheels }: ReadingContext,
  unit: TapeUnit,
): ReadingDoubt[] {
  if (!before || !onlyWheels) return [];
  const moved = CORNERS.map((corner) => mm[corner] - before.mm[corner]);
  const mean = moved.reduce((sum, one) => sum + one, 0) / 4;
  const tape = TAPE_SD / Math.sqrt(CORNERS.reduce((sum, corner) => sum + typed[corner].length, 0) / 4);
  const score = Math.abs(mean) / Math.hypot(tape / 2, TAPE_SD / 2, 1.3);
  if (score < 3) return [];
  return [
    {
      kind: 'tires alone',
      corners: [...CORNERS],
      score: score + 1,
      text: `Only wheels and tires changed, and from the hub it stands ${formatTape(Math.abs(mean), unit)} ${mean > 0 ? 'higher' : 'lower'}: a hub reading does not move with the tires. Was it from the floor, or to another point?`,
    },
  ];
}

const CLAIM_LEAST_MM = 15;

function claims(mm: PerCorner<number>, context: ReadingContext, unit: TapeUnit): ReadingDoubt[] {
  const { before, predicted, predictedSd, claimed } = context;
  if (!before) return [];
  return AXLES.flatMap(([end, left, right]) => {
    const claim = claimed[end];
    if (claim === null || Math.abs(claim) < CLAIM_LEAST_MM) return [];
    const lift = (mm[left] + mm[right] - before.mm[left] - before.mm[right]) / 2;
    const foreseen =
      predicted && (predicted[left] + predicted[right] - before.mm[left] - before.mm[right]) / 2;
    const sd = predictedSd ? Math.hypot(predictedSd[left], TAPE_SD) : 8;
    const off = Math.abs(lift - (foreseen ?? claim)) / sd;
    if (Math.abs(lift - claim) < Math.max(14, 0.5 * Math.abs(claim)) || off < 3.2) return [];
    return [
      {
        kind: 'claim' as const,
        corners: [left, right],
        score: off,
        text: `The ${end} went ${lift < 0 ? 'down' : 'up'} ${formatTape(Math.abs(lift), unit)}; the kit claims ${formatTape(claim, unit)}${foreseen === null ? '' : ` and ${formatTape(Math.abs(foreseen), unit)} was predicted`}. They do not add up.`,
      },
    ];
  });
}

/** Two people read the same car further apart than this many times what a tape misses by. */
const PEOPLE = 3.4;

function people(
  mm: PerCorner<number>,
  typed: PerCorner<string[]>,
  context: ReadingContext,
  unit: TapeUnit,
): ReadingDoubt[] {
  const { same, by } = context;
  if (!same || !by || !same.by || same.by === by) return [];
  return CORNERS.flatMap((corner) => {
    const sd = Math.hypot(readingSd(typed[corner]), readingSd(same.readings[corner]), SETTLE_SD);
    const apart = Math.abs(mm[corner] - same.mm[corner]);
    if (apart < PEOPLE * sd) return [];
    return [
      {
        kind: 'two people' as const,
        corners: [corner],
        score: apart / sd,
        text: `${capital(CORNER_NAMES[corner])} reads ${formatTape(mm[corner], unit)}, somebody else read ${formatTape(same.mm[corner], unit)}, and nothing was done between: more than a tape misses by.`,
      },
    ];
  });
}

/**
 * The one question to ask about a set of heights: what cannot well be by what else is on record, the worst first.
 * @param typed the readings as typed
 * @param mm what they come to, mm
 * @returns null where nothing is to be asked
 */
export function doubtfulReading(
  typed: PerCorner<string[]>,
  mm: PerCorner<number>,
  unit: TapeUnit,
  context: ReadingContext,
): ReadingDoubt | null {
  const axles = AXLES.flatMap((ends) => axleOf(mm, typed, context, ends) ?? []);
  const all = [
    ...axles.flatMap((axle) => [
      ...digits(mm, typed, unit, context, axle),
      ...copied(mm, context, axle, unit),
      ...turned(axle, unit),
    ]),
    ...onlyTires(mm, typed, context, unit),
    ...claims(mm, context, unit),
    ...people(mm, typed, context, unit),
  ];
  return all.sort((one, other) => other.score - one.score)[0] ?? null;
}
