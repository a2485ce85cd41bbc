import { readingWords, setWords } from '@/core/ledger/trial-loop';
import type { DrawnTries } from './figures-of-order';
import { TryChart } from './try-chart';

/** Tries of a setting, drawn in the words of what was read. */
export function TriesDrawn({ unit, lengths, ...chart }: DrawnTries) {
  return (
    <TryChart
      {...chart}
      say={(value) => readingWords(unit, value, lengths)}
      saySet={(set) => setWords(unit, set)}
    />
  );
}
