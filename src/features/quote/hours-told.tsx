import { hoursText } from '@/core/units/money';
import type { HoursTold } from '@/server/queries/quote-start';

/** Where the hours of a quote can come from, one line each, and why they differ. */
export function HoursToldTable({ rows }: { rows: readonly HoursTold[] }) {
  return (
    <section>
      <h2 className="pb-2">Where the hours come from</h2>
      <table className="ledger">
        <tbody>
          {rows.map((row) => (
            <tr key={row.what}>
              <th scope="row" className="text-left font-semibold">
                {row.what}
                <span className="block font-normal text-soft">{row.why}</span>
              </th>
              <td className="figure w-24 text-right whitespace-nowrap">{hoursText(row.minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
