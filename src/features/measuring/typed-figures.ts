import type { TapeUnit } from '@/core/calc/tape.parse';
import { type JudgedFigure, judgeStepFigures, twinFigure } from '@/core/ledger/figures';
import type { FigureData } from '@/core/ledger/kinds/measured';
import type { OrderState } from '@/core/ledger/order-state';
import { isCoilCut } from '@/core/procedure/coil-cuts';
import { figureName, isFigureUnit, readFigureText, verdictWords } from '@/core/procedure/figures';
import type { Step } from '@/core/procedure/types';
import { attempt } from '@/core/refusal';

/** One figure on the card: what is typed or on record, what stands beside it, and what it comes to. */
export interface CardFigure extends JudgedFigure {
  name: string;
  /** What is typed and not recorded yet. */
  typed: string | null;
  /** What is typed does not read. */
  wrong: string | null;
  /** The other side’s last reading. */
  twin: string | null;
  /** What was read here before. */
  earlier: string | null;
  /** What it should be, by how much it is off, what to do; null while nothing judges it. */
  words: string | null;
  off: boolean;
}

/** The figures of a step with what is typed of them, each judged as if it were recorded now. */
export function cardFigures(
  state: OrderState,
  step: Step,
  typed: Readonly<Record<string, string>>,
  lengths: TapeUnit,
): CardFigure[] {
  if (isCoilCut(step)) return [];
  const reads = new Map<string, ReturnType<typeof attempt<number | null>>>();
  const given: FigureData[] = [];
  for (const { measureId, measure } of judgeStepFigures(state, step)) {
    const text = typed[measureId]?.trim();
    if (!text) continue;
    const read = attempt(() => readFigureText(text, measure.unit, lengths));
    reads.set(measureId, read);
    if (!read.ok) continue;
    const { what, unit } = measure;
    const corner = measure.corner ?? step.corner ?? null;
    given.push({
      stepId: step.id,
      measureId,
      what,
      unit,
      corner,
      text,
      value: read.value,
      by: 'hand',
      against: null,
      verdict: null,
    });
  }
  return judgeStepFigures(state, step, given).map((one) => {
    const text = typed[one.measureId]?.trim() || null;
    const read = reads.get(one.measureId);
    const isTyped = text !== null;
    const before = state.figures.findLast(
      ({ data }) => data.stepId === step.id && data.measureId === one.measureId,
    );
    const readable = !isTyped || read?.ok === true;
    return {
      ...one,
      name: figureName(one.measure),
      typed: text,
      wrong: read && !read.ok ? read.refusal.message : null,
      twin: twinFigure(state, one)?.data.text ?? null,
      earlier: isTyped ? (before?.data.text ?? null) : null,
      words: readable && one.verdict ? verdictWords(one.measure, one.verdict, one.reference, lengths) : null,
      off: readable && one.verdict !== null && one.verdict.verdict !== 'within' && !(one.lifted && !isTyped),
    };
  });
}

/** What the big button of a step does with its figures. */
export function figuresStand(figures: readonly CardFigure[]) {
  const typed = figures.filter((one) => one.typed !== null);
  const readable = typed.length > 0 && typed.every((one) => one.wrong === null);
  const missing = figures.filter((one) => one.typed === null && !one.figure);
  return {
    typed,
    readable,
    missing,
    /** All are read and none is off: recorded with the step, in one tap. */
    whole: missing.length === 0 && figures.every((one) => !one.off && one.wrong === null),
  };
}

export const isTextUnit = (unit: string): boolean => unit === 'word' || !isFigureUnit(unit);
