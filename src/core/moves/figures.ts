import type { TapeUnit } from '../calc/tape.parse';
import { type Doubt, askAbout } from '../doubts';
import { figureKey, judgeStepFigures, sheetFigures, twinFigure } from '../ledger/figures';
import type { FigureBy, FigureData } from '../ledger/kinds/measured';
import type { OrderState } from '../ledger/order-state';
import {
  type AskedFigure,
  figureName,
  figureWords,
  figuresAsked,
  judgeFigure,
  readFigureText,
  referenceOf,
  slipBeside,
  verdictWords,
} from '../procedure/figures';
import { stepOf } from '../procedure/run-state';
import type { Step } from '../procedure/types';
import { isCoilCut } from '../procedure/coil-cuts';
import { Refusal, blaming } from '../refusal';
import { figuresNow } from '../ledger/figures';
import type { MoveEntry, MovingOrder } from './move';

/** One figure as it is typed on the pad. */
export interface TypedFigureInput {
  measureId: string;
  text: string;
}

export interface FiguresInput {
  stepId: string;
  figures: TypedFigureInput[];
  /** The unit of lengths that name none. */
  lengths: TapeUnit;
  by?: FigureBy;
  /** A value of the kit's sheet that a figure is held against, typed once for the job. */
  sheet?: { name: string; text: string }[];
  confirmed?: boolean;
}

const fieldOf = (index: number) => `figures[${index}].text`;

const withUnit = (text: string, unit: string, lengths: TapeUnit) =>
  unit === 'mm' && !/["'a-z]/i.test(text)
    ? `${text} ${lengths}`
    : unit === 'deg' && !/[°'’′]/.test(text)
      ? `${text}°`
      : text;

/** Values of the sheet as they are typed with the figures they are for. @throws Refusal */
function readSheet(step: Step, { sheet = [], lengths }: FiguresInput) {
  return sheet.map(({ name, text }, index) => {
    const asked = figuresAsked(step).find(
      ({ measure: { from } }) => from && 'sheet' in from && from.sheet === name,
    );
    if (!asked) throw new Refusal('no-measure', 'This step asks for no such value.', `sheet[${index}].name`);
    const { unit } = asked.measure;
    const value = blaming(`sheet[${index}].text`, () => readFigureText(text, unit, lengths));
    if (value === null) throw new Refusal('unreadable', 'Type it as a figure.', `sheet[${index}].text`);
    return { name, unit, text: withUnit(text, unit, lengths), value };
  });
}

/** Is it nothing like what lies beside it, and would be with a digit or an inch put right? */
function slipDoubt(
  state: OrderState,
  asked: AskedFigure,
  value: number,
  given: { reference: number | null; lengths: TapeUnit; field: string },
): Doubt | null {
  const earlier = state.figures.findLast((one) => figureKey(one.data) === figureKey(asked));
  const beside = given.reference ?? twinFigure(state, asked)?.data.value ?? earlier?.data.value ?? null;
  if (beside === null) return null;
  const slip = slipBeside(value, beside);
  if (slip === null) return null;
  const said = (one: number) => figureWords(one, asked.measure.unit, given.lengths);
  return {
    field: given.field,
    text: `${figureName(asked.measure)}: ${said(value)} beside ${said(beside)}. Was it ${said(slip)}?`,
  };
}

/**
 * Figures of a step as they are read, each as an entry of its own with what it was held against and what it came to. What
 * is off stands on record as it was read: it is the step that is not done by it. @throws Refusal
 */
export function figuresMove({ state, document }: MovingOrder, input: FiguresInput): MoveEntry[] {
  const step = stepOf(document, input.stepId);
  if (!step) throw new Refusal('no-step', 'This job has no such step.', 'stepId');
  if (!input.figures.length) throw new Refusal('no-figure', 'Type a figure first.', 'figures');
  const sheet = readSheet(step, input);
  const sheets = new Map([...sheetFigures(state), ...sheet.map(({ name, value }) => [name, value] as const)]);
  const asked = figuresAsked(step);
  const doubts: (Doubt | null)[] = [];
  const read: FigureData[] = [];
  for (const [index, { measureId, text }] of input.figures.entries()) {
    const one = asked.find((candidate) => candidate.measureId === measureId);
    if (!one)
      throw new Refusal('no-measure', 'This step asks for no such figure.', `figures[${index}].measureId`);
    if (read.some((before) => before.measureId === measureId))
      throw new Refusal('twice', `${figureName(one.measure)} is given twice.`, fieldOf(index));
    const { unit, what, corner } = one.measure;
    if (!text.trim()) throw new Refusal('unreadable', `Type the ${figureName(one.measure)}.`, fieldOf(index));
    const value = blaming(fieldOf(index), () => readFigureText(text, unit, input.lengths));
    const reference = referenceOf(one.measure, {
      figures: figuresNow(state, read),
      planned: document.planned,
      sheets,
    });
    const verdict = value === null ? null : judgeFigure(one.measure, value, reference?.value ?? null);
    if (value !== null)
      doubts.push(
        slipDoubt(state, one, value, {
          reference: reference?.value ?? null,
          lengths: input.lengths,
          field: fieldOf(index),
        }),
      );
    read.push({
      stepId: step.id,
      measureId,
      what,
      unit,
      corner: corner ?? step.corner ?? null,
      text: withUnit(text.trim(), unit, input.lengths),
      value,
      by: input.by ?? 'hand',
      against: reference,
      verdict: verdict?.verdict ?? null,
    });
  }
  const asks = doubts.some((one) => one !== null);
  askAbout(doubts, input.confirmed);
  return [
    ...sheet.map((data) => ({ kind: 'sheet.figure' as const, data })),
    ...read.map((data) => ({
      kind: 'figure' as const,
      data: asks ? { ...data, confirmed: true as const } : data,
    })),
  ];
}

/** A length is told back in the unit it was typed in. */
const lengthsOf = (text: string): TapeUnit => (/mm|cm|\bm\b/.test(text) ? 'mm' : 'in');

/**
 * A step whose figures are not all read, or of which one is off, is not done. @throws Refusal
 * @param given readings that come with the step
 */
export function refuseUnmeasured(state: OrderState, step: Step, given: readonly FigureData[] = []): void {
  // What a coil was cut by and what it measures since are records of their own.
  if (isCoilCut(step)) return;
  const figures = judgeStepFigures(state, step, given);
  const missing = figures.filter((one) => !one.figure);
  if (missing.length)
    throw new Refusal(
      'measure',
      `Measure first: ${missing.map(({ measure }) => figureName(measure)).join('; ')}.`,
      'figures',
    );
  const off = figures.find((one) => one.verdict && one.verdict.verdict !== 'within' && !one.lifted);
  if (off)
    throw new Refusal(
      'figure',
      `${figureName(off.measure)} reads ${off.figure!.data.text}. ${verdictWords(off.measure, off.verdict!, off.reference, lengthsOf(off.figure!.data.text))}`,
      'figures',
    );
}
