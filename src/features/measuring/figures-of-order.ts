import type { TapeUnit } from '@/core/calc/tape.parse';
import { figureGroups } from '@/core/ledger/figures';
import type { OrderState } from '@/core/ledger/order-state';
import { type LoopNow, loopOf, loopWords } from '@/core/ledger/trial-loop';
import { figureName, figureWords, verdictWords } from '@/core/procedure/figures';
import type { TrialUnit } from '@/core/procedure/types';
import type { TryChartProps } from './try-chart';

/** Tries of a setting as they are drawn. */
export type DrawnTries = Omit<TryChartProps, 'say' | 'saySet'> & { unit: TrialUnit; lengths: TapeUnit };

/** The figures of a job in words. */
export interface FiguresOfOrder {
  tried: { id: string; title: string; words: string; chart: DrawnTries | null }[];
  groups: {
    id: string;
    /** What they are of; null where it is one alone, which is called by itself. */
    caption: string | null;
    rows: { id: string; name: string; text: string; off: string | null }[];
    /** How far the farthest two are apart; null where there is one alone. */
    apart: string | null;
  }[];
}

const drawn = (loop: LoopNow, lengths: TapeUnit): DrawnTries | null =>
  loop.answer && loop.target !== null
    ? {
        tries: loop.read,
        rows: loop.answer.rows,
        target: loop.target,
        tolerance: loop.tolerance,
        best: loop.answer.best,
        setting: loop.trial.setting,
        unit: loop.trial.unit,
        lengths,
      }
    : null;

/** The figures of a job, those of one thing beside each other, and its settings with their tries. */
export function figuresOfOrder(state: OrderState, lengths: TapeUnit): FiguresOfOrder {
  const loops = (state.document?.steps ?? []).flatMap((step) => loopOf(state, step) ?? []);
  return {
    tried: loops
      .filter((loop) => loop.tries.length > 0)
      .map((loop) => ({
        id: loop.step.id,
        title: `${loop.trial.setting}, ${loop.end}`,
        words: loopWords(loop, lengths),
        chart: drawn(loop, lengths),
      })),
    groups: figureGroups(state).map(({ what, unit, figures }) => {
      const values = figures.flatMap(({ figure }) => figure!.data.value ?? []);
      return {
        id: `${unit} ${what}`,
        caption: figures.length > 1 ? what : null,
        rows: figures.map(({ stepId, measureId, measure, figure, verdict, reference, lifted }) => ({
          id: `${stepId}.${measureId}`,
          name: figureName(measure),
          text: figure!.data.text,
          off:
            verdict !== null && verdict.verdict !== 'within'
              ? `${verdictWords(measure, verdict, reference, lengths)}${lifted ? ' Left so by the lead.' : ''}`
              : null,
        })),
        apart:
          values.length > 1 ? figureWords(Math.max(...values) - Math.min(...values), unit, lengths) : null,
      };
    }),
  };
}
