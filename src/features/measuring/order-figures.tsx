import dynamic from 'next/dynamic';
import type { FiguresOfOrder } from './figures-of-order';

const TriesDrawn = dynamic(() => import('./tries-drawn').then((one) => one.TriesDrawn));

/** The figures of a job, those of one thing beside each other, and its settings with their tries. */
export function OrderFigures({ figures: { tried, groups } }: { figures: FiguresOfOrder }) {
  if (!groups.length && !tried.length) return null;
  return (
    <section className="mt-8" aria-label="Figures of the work">
      <h2 className="border-b border-ink pb-1">Figures of the work</h2>
      {tried.map(({ id, title, words, chart }) => (
        <div key={id} className="border-b border-rule py-3">
          <h3 className="font-head text-xl first-letter:uppercase">{title}</h3>
          <p className="text-lg font-semibold">{words}</p>
          {chart && <TriesDrawn {...chart} />}
        </div>
      ))}
      <div className="grid gap-x-8 sm:grid-cols-2">
        {groups.map(({ id, caption, rows, apart }) => (
          <table key={id} className="my-2 w-full">
            {caption && (
              <caption className="border-b border-ink pb-0.5 text-left font-head text-lg first-letter:uppercase">
                {caption}
              </caption>
            )}
            <tbody>
              {rows.map((row) => (
                <tr key={row.id} className="border-b border-rule align-baseline">
                  <td className="py-1 pr-3 first-letter:uppercase">
                    {row.name}
                    {row.off && <span className="block text-danger">{row.off}</span>}
                  </td>
                  <td className="figure py-1 text-right text-lg whitespace-nowrap">{row.text}</td>
                </tr>
              ))}
              {apart !== null && (
                <tr className="text-soft">
                  <td className="py-1">between the farthest two</td>
                  <td className="figure py-1 text-right">{apart}</td>
                </tr>
              )}
            </tbody>
          </table>
        ))}
      </div>
    </section>
  );
}
