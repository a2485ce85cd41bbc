import { type TriedRow, type TryNextAnswer, nextTry } from '../calc/try.next';
import type { TapeUnit } from '../calc/tape.parse';
import { formatTape } from '../calc/tape.format';
import { type Corner, endOfCorner, twinCorner } from '../corners';
import { eightInTen, shareAbove } from '../normal';
import type { ExpectedSlope } from '../planner/planned-figures';
import { turnsCut } from '../procedure/coil-cuts';
import type { OneEnd, Step, TrialLoop, TrialUnit } from '../procedure/types';
import { Refusal } from '../refusal';
import type { EntryOf } from './entries';
import { asksFigures } from './figures';
import { isLifted } from './lifted';
import { type OrderState, baselineOf } from './order-state';

/** The loop of a setting that is found by trying: set, on its wheels, read, the next one worked out from what this car answered. */

/** Where neither the plan nor an earlier job says how far one of a setting moves a car, cars of this kind do. */
const USUAL: Record<TrialUnit, ExpectedSlope> = {
  hole: { slope: 10, sd: 6, from: 'as cars of this kind come' },
  'cut turn': { slope: -24, sd: 12, from: 'as cars of this kind come' },
  'seat turn': { slope: 3, sd: 1.5, from: 'as cars of this kind come' },
  block: { slope: 1, sd: 0.3, from: 'as cars of this kind come' },
  'sleeve turn': { slope: 18, sd: 8, from: 'as cars of this kind come' },
};

/** What is read after each setting, how well one reads it, and how near is near enough. */
export const isAngle = (unit: TrialUnit) => unit === 'sleeve turn';
const READ = { height: { tapeSd: 1.6, tolerance: 3 }, angle: { tapeSd: 1, tolerance: 2 } } as const;
const readOf = (unit: TrialUnit) => READ[isAngle(unit) ? 'angle' : 'height'];

/** Settings that are only changed with the weight off them. */
const IN_THE_AIR: readonly TrialUnit[] = ['hole', 'cut turn', 'block'];

export type Try = EntryOf<'try'>;

export interface LoopNow {
  step: Step;
  trial: TrialLoop;
  end: OneEnd;
  corner: Corner | null;
  tries: Try[];
  /** As it stood before the first setting, where that is a setting of its own: nothing cut yet. */
  before: { set: number; height: number } | null;
  /** All that was read, as it stood before first. */
  read: { set: number; height: number }[];
  /** What is to be reached; null while nothing says so. */
  target: number | null;
  prior: ExpectedSlope;
  tolerance: number;
  /** What the tries so far say; null before there is one, or while there is no target. */
  answer: TryNextAnswer | null;
  allowed: number[] | null;
  /** What the next setting is, where it is not chosen but counted: turns cut so far. */
  counted: number | null;
}

const endOf = (step: Step): OneEnd =>
  step.corner ? endOfCorner(step.corner) : step.end === 'front' ? 'front' : 'rear';
const cornersOf = (end: OneEnd, corner: Corner | null): Corner[] =>
  corner ? [corner] : end === 'front' ? ['LF', 'RF'] : ['LR', 'RR'];
const mean = (of: number[]) => of.reduce((sum, one) => sum + one, 0) / of.length;

function targetOf(
  state: OrderState,
  { trial, end, corner, step }: Pick<LoopNow, 'trial' | 'end' | 'corner' | 'step'>,
): number | null {
  if (isAngle(trial.unit)) return 0;
  if (trial.target === 'corner') {
    if (!corner) return null;
    const twin = state.tries.findLast(
      ({ data }) => data.corner === twinCorner(corner) && data.stepId !== step.id,
    );
    return twin?.data.value ?? null;
  }
  const heights = state.document?.planned?.heights;
  return heights ? mean(cornersOf(end, corner).map((one) => heights[one])) : null;
}

const CUT_STEP = 0.25;
const HALF_TURN = 0.5;

/** The settings that may come next, where the file names none: cuts by the shop's step, seats and sleeves by half turns. */
function allowedOf(trial: TrialLoop, last: number, cutStep: number): number[] | null {
  if (trial.allowed) return trial.allowed;
  const from = (by: number, count: number) => Array.from({ length: count }, (_, at) => last + by * (at + 1));
  if (trial.unit === 'cut turn') return from(cutStep, 8);
  if (trial.unit === 'seat turn' || trial.unit === 'sleeve turn')
    return Array.from({ length: 41 }, (_, at) => last + HALF_TURN * (at - 20));
  return null;
}

/**
 * Where a step's loop stands: its tries, what is to be reached, what comes next or why to stop.
 * @returns null where the step has none
 */
export function loopOf(state: OrderState, step: Step, cutStep = CUT_STEP): LoopNow | null {
  const { trial } = step;
  if (!trial) return null;
  const end = endOf(step);
  const corner = step.corner ?? null;
  const since = state.figuresSince.get(step.id) ?? 0;
  const tries = state.tries.filter((one) => one.data.stepId === step.id && one.seq > since);
  const target = targetOf(state, { trial, end, corner, step });
  const planned =
    trial.prior === 'plan' ? state.document?.planned?.slopes[`${end}.${trial.unit}`] : undefined;
  const prior =
    trial.prior === 'plan' ? (planned ?? USUAL[trial.unit]) : { ...trial.prior, from: 'by the procedure' };
  const cutting = trial.unit === 'cut turn';
  const came = cutting ? baselineOf(state)?.mm : undefined;
  const before = came ? { set: 0, height: mean(cornersOf(end, corner).map((one) => came[one])) } : null;
  const read = [
    ...(before ? [before] : []),
    ...tries.map(({ data }) => ({ set: data.set, height: data.value })),
  ];
  const allowed = read.length ? allowedOf(trial, read.at(-1)!.set, cutStep) : (trial.allowed ?? null);
  const { tapeSd, tolerance } = readOf(trial.unit);
  return {
    step,
    trial,
    end,
    corner,
    tries,
    before,
    read,
    target,
    prior,
    tolerance,
    allowed,
    counted: cutting ? turnsCut(state.cuts, cornersOf(end, corner)[0]!) : null,
    answer:
      read.length && target !== null
        ? nextTry({
            target,
            tapeSd,
            tolerance,
            prior: { slope: prior.slope, sd: prior.sd },
            tries: read,
            ...(allowed ? { allowed } : {}),
            ...(trial.oneWay ? { oneWay: trial.oneWay } : {}),
          })
        : null,
  };
}

/** What a setting is expected to read by all that was read so far; null before there is a reading, or without a target. */
function rowAt({ answer, read, target, prior, trial }: LoopNow, set: number): TriedRow | null {
  if (!answer || target === null) return null;
  const { tapeSd } = readOf(trial.unit);
  return nextTry({ target, tapeSd, prior, tries: read, allowed: [set] }).rows[0]!;
}

/** What eight in ten readings of a setting lie between, by the tries so far; null before there is one. */
export function saidOf(loop: LoopNow, set: number): { low: number; high: number } | null {
  const row = rowAt(loop, set);
  return row && eightInTen(row.height, row.sd);
}

/** How often a setting goes past the target by more than what is near enough, where there is no way back. */
export function overshootShare(
  { target, tolerance, trial: { oneWay } }: Pick<LoopNow, 'target' | 'tolerance' | 'trial'>,
  row: Pick<TriedRow, 'height' | 'sd'>,
): number {
  if (target === null || !oneWay) return 0;
  const past = oneWay === 'lowers' ? target - row.height : row.height - target;
  return shareAbove((tolerance - past) / row.sd);
}

/** A cut that goes too low more often than this is the lead's to let be made. */
const ONE_IN_FIVE = 0.2;

/** How a cut is named that a lead lets be made all the same: this corner, by so many turns in all. */
export const cutRef = (corner: Corner, set: number): string => `${corner} ${set}`;

/**
 * How often a coil cut by so many turns in all would stand lower than asked for, by what was read so far, where that is
 * more than one time in five and no lead has let it be made; null where it may be cut.
 */
export function cutOvershoots(state: OrderState, corner: Corner, set: number): number | null {
  const step = state.document?.steps.find(
    ({ trial, ...one }) =>
      trial?.unit === 'cut turn' && (one.corner ? one.corner === corner : one.end === endOfCorner(corner)),
  );
  const loop = step && loopOf(state, step);
  // The other side follows what this one was read at: both are cut alike.
  if (!loop || set <= (loop.tries.at(-1)?.data.set ?? 0) + 1e-9) return null;
  const row = rowAt(loop, set);
  const share = row ? overshootShare(loop, row) : 0;
  return share < ONE_IN_FIVE || isLifted(state, 'overshoot', cutRef(corner, set)) ? null : share;
}

/** `3 times in ten`. */
export function timesInTen(share: number): string {
  const often = Math.max(1, Math.round(share * 10));
  return `${often} ${often === 1 ? 'time' : 'times'} in ten`;
}

const SET_WORDS: Record<TrialUnit, (set: string) => string> = {
  hole: (set) => `hole ${set}`,
  'cut turn': (set) => `${set} turns off`,
  'seat turn': (set) => `${set} turns`,
  block: (set) => `a block of ${set} mm`,
  'sleeve turn': (set) => `${set} turns of the sleeve`,
};
const ONE_MORE: Record<TrialUnit, string> = {
  hole: 'the next hole',
  'cut turn': 'the next cut',
  'seat turn': 'the next turn',
  block: 'the next block',
  'sleeve turn': 'the next turn',
};

export const setWords = (unit: TrialUnit, set: number): string =>
  SET_WORDS[unit](String(Math.round(set * 1000) / 1000).replace('-', '−'));

/** A reading of the loop in words: a height, or degrees. */
export const readingWords = (unit: TrialUnit, value: number, lengths: TapeUnit): string =>
  isAngle(unit) ? `${String(Math.round(value * 10) / 10).replace('-', '−')}°` : formatTape(value, lengths);

/** What comes next, or why to stop, in a sentence. */
export function loopWords(loop: LoopNow, lengths: TapeUnit): string {
  const { answer, trial, target, tolerance } = loop;
  if (target === null)
    return trial.target === 'corner'
      ? 'Read the other corner first: this one is to match it.'
      : 'No plan says what is to be reached: record what it reads.';
  if (!answer)
    return `Set it, down on its wheels, read it: it is to reach ${readingWords(trial.unit, target, lengths)}.`;
  const near = isAngle(trial.unit) ? `${tolerance}°` : `${tolerance} mm`;
  if (answer.stop === 'there')
    return `It is there: within ${near} of ${readingWords(trial.unit, target, lengths)}.`;
  if (answer.stop === 'no setting left') return 'Stop: no setting is left that goes further.';
  if (answer.stop === 'would overshoot') {
    const last = loop.read.at(-1)!.set;
    const next = answer.rows.find((row) => row.set > last);
    return `Stop: ${ONE_MORE[trial.unit]} overshoots ${timesInTen(next ? overshootShare(loop, next) : 0)}.`;
  }
  const set = answer.best ?? answer.setting;
  const band = saidOf(loop, set)!;
  return `Next: ${setWords(trial.unit, set)}, gives ${readingWords(trial.unit, band.low, lengths)} to ${readingWords(trial.unit, band.high, lengths)}.`;
}

export const tryLifted = (state: OrderState, entryId: string): boolean => isLifted(state, 'trial', entryId);

/** A step whose setting is not there yet is not done, but by the lead's yes to the last try. @throws Refusal */
export function refuseUntried(state: OrderState, step: Step): void {
  const loop = asksFigures(state) ? loopOf(state, step) : null;
  if (!loop) return;
  const last = loop.tries.at(-1);
  if (!last)
    throw new Refusal('trial', `Set it, read it and record the try: ${loop.trial.setting}.`, 'stepId');
  // Where nothing says what is to be reached, a try on record is all there is to ask.
  if (loop.target === null || loop.answer?.stop === 'there' || tryLifted(state, last.id)) return;
  throw new Refusal(
    'trial',
    `It is not there yet: ${loopWords(loop, /mm/.test(last.data.text) ? 'mm' : 'in')} As it is, it is left by the lead’s yes.`,
    'stepId',
  );
}

/** Was the setting changed, though nothing of this end was off the ground since the last reading? */
export function heldByWeight(state: OrderState, loop: LoopNow, set: number): boolean {
  const last = loop.tries.at(-1);
  if (!last || last.data.set === set || !IN_THE_AIR.includes(loop.trial.unit)) return false;
  return (state.offWheelsSeq[loop.end] ?? 0) <= last.seq;
}
