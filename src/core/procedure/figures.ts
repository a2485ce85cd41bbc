import { CORNER_NAMES } from '../corners';
import { parseTape } from '../calc/tape.parse';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import type { FigureData } from '../ledger/kinds/measured';
import { Refusal, attempt } from '../refusal';
import { readAngle, readFigure } from '../units/typed-figure';
import type { PlannedFigures } from '../planner/planned-figures';
import {
  type AgainstKind,
  FIGURE_UNITS,
  type FigureUnit,
  type HeldAgainst,
  type Measure,
  type Step,
} from './types';

/** The figures a step reads: what is asked, how one is read as it is typed, what it is held against and what that comes to. */

/** A measure of a step with the name it goes by. */
export interface AskedFigure {
  stepId: string;
  measureId: string;
  measure: Measure;
}

export const measureIdOf = ({ id }: Measure, index: number): string => id ?? `m${index + 1}`;

/** Every figure of a step, in its order. */
export const figuresAsked = (step: Pick<Step, 'id' | 'measure'>): AskedFigure[] =>
  (step.measure ?? []).map((measure, index) => ({
    stepId: step.id,
    measureId: measureIdOf(measure, index),
    measure,
  }));

export const isFigureUnit = (unit: string): unit is FigureUnit => FIGURE_UNITS.some((one) => one === unit);
const isNumber = (unit: string) => isFigureUnit(unit) && unit !== 'word';

/** `STEP.MEASURE` in its two parts: a step's id may hold dots, a measure's may not. */
export function partsOfRef(ref: string): { stepId: string; measureId: string } {
  const dot = ref.lastIndexOf('.');
  return { stepId: ref.slice(0, dot), measureId: ref.slice(dot + 1) };
}

const SIGN = /^[-−–+]/;

/** A length with its sign, where a difference is read: `-3/16`. */
function readLength(text: string, unit: TapeUnit): number {
  const sign = SIGN.exec(text)?.[0];
  const mm = parseTape(sign ? text.slice(1).trim() : text, unit);
  return sign && sign !== '+' ? -mm : mm;
}

const NOT_READ: Record<Exclude<FigureUnit, 'mm' | 'word'>, string> = {
  deg: "Type degrees: 4.5, -0.5°, 1°30'.",
  turns: 'Type the turns: 2, 1 1/4, 0.5.',
  count: 'Type a whole number.',
  kg: 'Type the weight in kg.',
};

/**
 * A figure as it is typed: a length as on a tape, degrees, turns, a count, kilograms.
 * @param lengths the unit of a length that names none
 * @returns mm, degrees, turns, pieces or kg; null for words
 * @throws Refusal where it does not read as one
 */
export function readFigureText(text: string, unit: string, lengths: TapeUnit): number | null {
  const typed = text.trim();
  if (!isNumber(unit)) return null;
  if (unit === 'mm') return readLength(typed, lengths);
  const value =
    unit === 'deg'
      ? readAngle(typed)
      : readFigure(
          typed.replace(/ ?turns?$/i, ''),
          unit === 'count' ? 'whole' : 'any',
          unit === 'kg' ? 'kg' : '',
        );
  const negative = unit === 'count' || unit === 'kg';
  if (value === null || (negative && value < 0))
    throw new Refusal('unreadable', NOT_READ[unit as 'deg'], 'text');
  return value;
}

/** What a figure of this unit reads like, in the person's unit of length. */
export function figureWords(value: number, unit: string, lengths: TapeUnit): string {
  if (unit === 'mm') {
    const sign = value < 0 ? '−' : '';
    return sign + formatTape(Math.abs(value), lengths);
  }
  const rounded = Math.round(value * 100) / 100;
  const said = String(rounded).replace('-', '−');
  return unit === 'deg'
    ? `${said}°`
    : unit === 'kg'
      ? `${said} kg`
      : unit === 'turns'
        ? `${said} turns`
        : said;
}

export interface Reference {
  value: number;
  kind: AgainstKind;
  /** What it is, in words: `the other side`. */
  words: string;
}

/** The last figure of each measure, by `STEP.MEASURE`. */
export type FiguresNow = ReadonlyMap<string, { id: string; data: FigureData }>;

export const kindOfAgainst = (from: HeldAgainst): AgainstKind => Object.keys(from)[0] as AgainstKind;

/**
 * What a measure is held against as the job stands.
 * @param sheets values of the kit's sheet that were typed for this job, by their name
 * @returns null while it is not known: then nothing is judged by it
 */
export function referenceOf(
  { from }: Pick<Measure, 'from'>,
  {
    figures,
    planned,
    sheets,
  }: {
    figures: FiguresNow;
    planned: PlannedFigures | null | undefined;
    sheets: ReadonlyMap<string, number>;
  },
): Reference | null {
  if (!from) return null;
  if ('sheet' in from) {
    const value = sheets.get(from.sheet);
    return value === undefined ? null : { value, kind: 'sheet', words: `the kit’s sheet (${from.sheet})` };
  }
  if ('plan' in from) {
    const known = planned?.figures[from.plan];
    return known ? { value: known.value, kind: 'plan', words: `the plan (${known.name})` } : null;
  }
  const [kind, ref] = 'twin' in from ? (['twin', from.twin] as const) : (['before', from.before] as const);
  const value = figures.get(ref)?.data.value;
  return value === undefined || value === null
    ? null
    : { value, kind, words: kind === 'twin' ? 'the other one' : 'before' };
}

export interface Verdict {
  verdict: 'low' | 'within' | 'high';
  /** By how much it is beyond what it may be; 0 within. */
  off: number;
  /** What it may be, from and to; null on a side without a limit. */
  least: number | null;
  most: number | null;
}

const HAIR = 1e-6;

/**
 * Judges a figure: by its own limits, by how far it lies from what it is held against, by how it changed since.
 * @param value in the unit of its measure
 * @param reference what it is held against; null while that is not known
 * @returns null where nothing judges it, or what it is held against is not known yet
 */
export function judgeFigure(
  { judge }: Pick<Measure, 'judge'>,
  value: number,
  reference: number | null,
): Verdict | null {
  if (!judge) return null;
  const least: number[] = [];
  const most: number[] = [];
  if (judge.least !== undefined) least.push(judge.least);
  if (judge.most !== undefined) most.push(judge.most);
  if (reference !== null) {
    if (judge.within !== undefined) {
      least.push(reference - judge.within);
      most.push(reference + judge.within);
    }
    if (judge.changeLeast !== undefined) least.push(reference + judge.changeLeast);
    if (judge.changeMost !== undefined) most.push(reference + judge.changeMost);
  }
  if (!least.length && !most.length) return null;
  const [low, high] = [least.length ? Math.max(...least) : null, most.length ? Math.min(...most) : null];
  const short = low === null ? 0 : low - value;
  const over = high === null ? 0 : value - high;
  const verdict = short > HAIR ? 'low' : over > HAIR ? 'high' : 'within';
  return { verdict, off: verdict === 'within' ? 0 : Math.max(short, over), least: low, most: high };
}

const range = ({ least, most }: Verdict, unit: string, lengths: TapeUnit): string => {
  const said = (value: number) => figureWords(value, unit, lengths);
  if (least !== null && most !== null)
    return most - least < HAIR ? said(least) : `${said(least)} to ${said(most)}`;
  return least === null ? `at most ${said(most!)}` : `at least ${said(least)}`;
};

/**
 * The answer to a figure in a sentence or two: what it should be, by how much it is off, and what to do.
 */
export function verdictWords(
  measure: Measure,
  verdict: Verdict,
  reference: Reference | null,
  lengths: TapeUnit,
): string {
  const against = reference
    ? `, by ${reference.words}: ${figureWords(reference.value, measure.unit, lengths)}`
    : '';
  const should = `It should be ${range(verdict, measure.unit, lengths)}${against}`;
  if (verdict.verdict === 'within') return `${should}. It is.`;
  const by = figureWords(
    Math.round(verdict.off * 100) / 100,
    measure.unit,
    measure.unit === 'mm' ? 'mm' : lengths,
  );
  const fine = measure.unit === 'mm' && verdict.off < 10 ? `${Math.round(verdict.off * 10) / 10} mm` : by;
  const what = verdict.verdict === 'low' ? (measure.low ?? 'Too little.') : (measure.high ?? 'Too much.');
  return `${should}. ${fine} ${verdict.verdict === 'low' ? 'too little' : 'too much'}: ${what}`;
}

/** A figure's name with its corner where it has one. */
export const figureName = ({ what, corner }: Measure): string =>
  corner ? `${what}, ${CORNER_NAMES[corner]}` : what;

/** Digits slipped, or an inch for a millimeter: what it may have been, by what lies beside it. */
export function slipBeside(value: number, beside: number): number | null {
  if (Math.abs(beside) < 5) return null;
  const near = (one: number) => one / beside > 0.7 && one / beside < 1.4;
  if (near(value)) return null;
  const by = [10, 1 / 10, 25.4, 1 / 25.4, 100, 1 / 100].find((factor) => near(value * factor));
  return by === undefined ? null : value * by;
}

/** Reads what is typed so far, for a pad that answers at once; null while it does not read. */
export function readSoFar(text: string, unit: string, lengths: TapeUnit): number | null {
  const read = text.trim() ? attempt(() => readFigureText(text, unit, lengths)) : null;
  return read?.ok ? read.value : null;
}
