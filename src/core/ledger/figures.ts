import {
  type AskedFigure,
  type FiguresNow,
  type Reference,
  type Verdict,
  figuresAsked,
  judgeFigure,
  partsOfRef,
  referenceOf,
} from '../procedure/figures';
import { stepOf } from '../procedure/run-state';
import type { Measure, Step } from '../procedure/types';
import type { FigureData } from './kinds/measured';
import { isLifted } from './lifted';
import type { OrderState } from './order-state';

/** The figures of a job as they count now: the last reading of each, and how it stands. */

type Figure = { id: string; seq: number; data: FigureData };

/** From this edition of the rules on the figures of a step are entries of their own; before, they were a line of text. */
export const FIGURES_SINCE = 7;

export const asksFigures = ({ run }: Pick<OrderState, 'run'>): boolean =>
  run !== null && run.rules >= FIGURES_SINCE;

export const figureKey = ({ stepId, measureId }: { stepId: string; measureId: string }) =>
  `${stepId}.${measureId}`;

/** The last reading of each measure, with those that are being given. */
export function figuresNow(state: OrderState, given: readonly FigureData[] = []): FiguresNow {
  const now = new Map<string, Figure>();
  for (const figure of state.figures) now.set(figureKey(figure.data), figure);
  for (const data of given) now.set(figureKey(data), { id: '', seq: Infinity, data });
  return now;
}

/** Values of the kit's sheet typed for this job, by name. */
export const sheetFigures = ({ sheetFigures: typed }: OrderState): ReadonlyMap<string, number> =>
  new Map(typed.map(({ data }) => [data.name, data.value]));

export interface JudgedFigure extends AskedFigure {
  figure: Figure | null;
  reference: Reference | null;
  verdict: Verdict | null;
  /** It is off, and a lead said yes to that very reading. */
  lifted: boolean;
}

function judged(state: OrderState, now: FiguresNow, asked: AskedFigure): JudgedFigure {
  const figure = (now.get(figureKey(asked)) ?? null) as Figure | null;
  const reference = referenceOf(asked.measure, {
    figures: now,
    planned: state.document?.planned,
    sheets: sheetFigures(state),
  });
  const value = figure?.data.value ?? null;
  return {
    ...asked,
    figure,
    reference,
    verdict: value === null ? null : judgeFigure(asked.measure, value, reference?.value ?? null),
    lifted: figure !== null && isLifted(state, 'figure', figure.id),
  };
}

/**
 * How each figure of a step stands now. A step that has to be done again asks its figures again.
 * @param given readings that are not on record yet
 */
export function judgeStepFigures(
  state: OrderState,
  step: Pick<Step, 'id' | 'measure'>,
  given: readonly FigureData[] = [],
): JudgedFigure[] {
  const now = figuresNow(state, given);
  const since = state.figuresSince.get(step.id) ?? 0;
  return figuresAsked(step).map((asked) => {
    const one = judged(state, now, asked);
    return one.figure && one.figure.seq <= since ? { ...one, figure: null, verdict: null } : one;
  });
}

/** The measure a reference names, where the run has it. */
export function measureOf(state: OrderState, ref: string): (AskedFigure & { step: Step }) | null {
  const { stepId, measureId } = partsOfRef(ref);
  const step = state.document && stepOf(state.document, stepId);
  const asked = step && figuresAsked(step).find((one) => one.measureId === measureId);
  return asked ? { ...asked, step } : null;
}

/** The same measure of the other side, as a step's id tells it: `arch-L` and `arch-R`. */
export function twinFigure(state: OrderState, { stepId, measureId, measure }: AskedFigure): Figure | null {
  const named = measure.from && 'twin' in measure.from ? measure.from.twin : null;
  const other =
    named ?? `${stepId.replace(/-(L|R)$/, (_, side: string) => (side === 'L' ? '-R' : '-L'))}.${measureId}`;
  if (other === `${stepId}.${measureId}`) return null;
  return state.figures.findLast((one) => figureKey(one.data) === other) ?? null;
}

/** Figures that belong together on one card: twins and corners of one thing, diagonals, bench lengths. */
export interface FigureGroup {
  what: string;
  unit: string;
  figures: JudgedFigure[];
  handoff: boolean;
}

const SIDE_WORDS = /,? ?\b(left|right|front|rear|LF|RF|LR|RR)\b/gi;
const bare = ({ what }: Measure) => what.replace(SIDE_WORDS, '').replace(/\s+/g, ' ').trim() || what;

/** All figures read on a job, those of one thing beside each other, in the order in which they were first asked. */
export function figureGroups(state: OrderState): FigureGroup[] {
  const now = figuresNow(state);
  const groups = new Map<string, FigureGroup>();
  for (const step of state.document?.steps ?? [])
    for (const asked of figuresAsked(step)) {
      const one = judged(state, now, asked);
      if (!one.figure) continue;
      const { measure } = asked;
      const key = `${measure.unit} ${bare(measure)}`;
      const group = groups.get(key) ?? {
        what: bare(measure),
        unit: measure.unit,
        figures: [],
        handoff: false,
      };
      group.figures.push(one);
      group.handoff ||= measure.handoff === true;
      groups.set(key, group);
    }
  return [...groups.values()];
}
