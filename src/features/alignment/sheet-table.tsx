import { type AlignmentRow, angleText } from '@/core/ledger/alignment-rows';

const VERDICTS = { low: '▾ low', in: 'in', high: '▴ high', 'not judged': 'not judged' } as const;

/** A judged sheet: each angle before and after, the range it is held against, and where it falls. */
export function SheetTable({ rows }: { rows: AlignmentRow[] }) {
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">Angle</th>
          <th scope="col" className="text-right!">
            Before
          </th>
          <th scope="col" className="text-right!">
            After
          </th>
          <th scope="col" className="hidden text-right! sm:table-cell">
            Range
          </th>
          <th scope="col">Verdict</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.angle}>
            <th scope="row" className="font-normal">
              {row.name}
              <span className="block text-soft sm:hidden">{row.range}</span>
            </th>
            <td className="figure text-right text-lg">{angleText(row.before, row.unit)}</td>
            <td className="figure text-right text-xl">{angleText(row.after, row.unit)}</td>
            <td className="hidden text-right whitespace-nowrap text-soft sm:table-cell">{row.range}</td>
            <td
              className={`pl-4! whitespace-nowrap ${row.verdict === 'in' ? '' : row.verdict === 'not judged' ? 'text-soft' : 'font-semibold text-danger'}`}
            >
              {VERDICTS[row.verdict]}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
