import type { TapeUnit } from '@/core/calc/tape.parse';
import { figureGroups } from '@/core/ledger/figures';
import type { OrderState } from '@/core/ledger/order-state';
import { loopOf, loopWords, readingWords, setWords } from '@/core/ledger/trial-loop';
import { figureName, figureWords, verdictWords } from '@/core/procedure/figures';
import { TryChart } from './try-chart';

/** The figures of a job, those of one thing beside each other, and its settings with their tries. */
export function OrderFigures({ state, lengths }: { state: OrderState; lengths: TapeUnit }) {
  const groups = figureGroups(state);
  const loops = (state.document?.steps ?? []).flatMap((step) => loopOf(state, step) ?? []);
  const tried = loops.filter((loop) => loop.tries.length > 0);
  if (!groups.length && !tried.length) return null;
  return (
    <section className="mt-8" aria-label="Figures of the work">
      <h2 className="border-b border-ink pb-1">Figures of the work</h2>
      {tried.map((loop) => (
        <div key={loop.step.id} className="border-b border-rule py-3">
          <h3 className="font-head text-xl first-letter:uppercase">
            {loop.trial.setting}, {loop.end}
          </h3>
          <p className="text-lg font-semibold">{loopWords(loop, lengths)}</p>
          {loop.answer && loop.target !== null && (
            <TryChart
              tries={loop.read}
              rows={loop.answer.rows}
              target={loop.target}
              tolerance={loop.tolerance}
              best={loop.answer.best}
              say={(value) => readingWords(loop.trial.unit, value, lengths)}
              saySet={(set) => setWords(loop.trial.unit, set)}
              setting={loop.trial.setting}
            />
          )}
        </div>
      ))}
      <div className="grid gap-x-8 sm:grid-cols-2">
        {groups.map(({ what, unit, figures }) => {
          const values = figures.flatMap(({ figure }) => figure!.data.value ?? []);
          const apart = values.length > 1 ? Math.max(...values) - Math.min(...values) : null;
          return (
            <table key={`${unit} ${what}`} className="my-2 w-full">
              {figures.length > 1 && (
                <caption className="border-b border-ink pb-0.5 text-left font-head text-lg first-letter:uppercase">
                  {what}
                </caption>
              )}
              <tbody>
                {figures.map(({ stepId, measureId, measure, figure, verdict, reference, lifted }) => {
                  const off = verdict !== null && verdict.verdict !== 'within';
                  return (
                    <tr key={`${stepId}.${measureId}`} className="border-b border-rule align-baseline">
                      <td className="py-1 pr-3 first-letter:uppercase">
                        {figureName(measure)}
                        {off && (
                          <span className="block text-danger">
                            {verdictWords(measure, verdict, reference, lengths)}
                            {lifted && ' Left so by the lead.'}
                          </span>
                        )}
                      </td>
                      <td className="figure py-1 text-right text-lg whitespace-nowrap">
                        {figure!.data.text}
                      </td>
                    </tr>
                  );
                })}
                {apart !== null && (
                  <tr className="text-soft">
                    <td className="py-1">between the farthest two</td>
                    <td className="figure py-1 text-right">{figureWords(apart, unit, lengths)}</td>
                  </tr>
                )}
              </tbody>
            </table>
          );
        })}
      </div>
    </section>
  );
}
