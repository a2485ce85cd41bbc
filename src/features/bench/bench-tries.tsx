import type { TryNextAnswer, TryNextInput } from '@/core/calc/try.next';
import { eightInTen } from '@/core/normal';
import { TryChart } from '../measuring/try-chart';

const one = (value: number) => String(Math.round(value * 10) / 10).replace('-', '−');

/** What comes next of tries typed on the bench, and their picture. */
export function BenchTries({ input, got }: { input: TryNextInput; got: TryNextAnswer }) {
  const { best, stop, rows, setting } = got;
  const row = rows.find(({ set }) => set === best);
  const band = row && eightInTen(row.height, row.sd);
  return (
    <div>
      <p className="font-head text-2xl font-semibold">
        {stop === 'there'
          ? 'It is there.'
          : stop
            ? `Stop: ${stop === 'would overshoot' ? 'the next one goes past it too often' : 'no setting is left'}.`
            : best === null
              ? `It is met at ${one(setting)}: ${one(got.low)} to ${one(got.high)}.`
              : `Next: ${one(best)}, gives ${one(band!.low)} to ${one(band!.high)}.`}
      </p>
      <TryChart
        tries={input.tries}
        rows={rows}
        target={input.target}
        tolerance={input.tolerance ?? 3}
        best={best}
        say={one}
        saySet={one}
        setting="setting"
      />
    </div>
  );
}
