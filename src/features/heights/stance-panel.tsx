import { CORNER_NAMES, CORNERS, type PerCorner } from '@/core/corners';
import { stanceOf } from '@/core/calc/heights.compare';
import { formatTape } from '@/core/calc/tape.format';
import { type StanceInput, leanView, sideView } from '@/core/stance/drawing';
import { Shapes } from '@/ui/shapes';

/** The stance from its own numbers: side view, both axles from behind, and rake, lean and twist in words. */
export function StancePanel({ stance, compact }: { stance: StanceInput; compact?: boolean }) {
  const shown = stance.measured;
  const numbers = shown ? stanceOf(shown) : null;
  const tape = (mm: number) => formatTape(mm, stance.unit);
  return (
    <div>
      <Shapes drawing={sideView(stance)} className="w-full" />
      {shown && numbers && (
        <div className={`grid items-end gap-4 ${compact ? 'grid-cols-2' : 'sm:grid-cols-[1fr_1fr_auto]'}`}>
          <Shapes drawing={leanView('front', shown.LF, shown.RF, stance.unit)} className="w-full" />
          <Shapes drawing={leanView('rear', shown.LR, shown.RR, stance.unit)} className="w-full" />
          <dl className="grid grid-cols-[auto_auto] gap-x-4 pb-2 font-head text-lg">
            <dt className="text-soft">Rake</dt>
            <dd className="figure text-right">
              {tape(Math.abs(numbers.rake))}{' '}
              {Math.abs(numbers.rake) < 0.8 ? '' : numbers.rake > 0 ? 'rear higher' : 'front higher'}
            </dd>
            <dt className="text-soft">Twist</dt>
            <dd className="figure text-right">{tape(Math.abs(numbers.twist))}</dd>
          </dl>
        </div>
      )}
    </div>
  );
}

export interface HeightRow {
  label: string;
  mm: PerCorner<number>;
  tone?: 'predicted';
  note?: string;
}

/** Heights in rows, a corner a column, in the unit they were measured in with the other beneath. */
export function HeightTable({ rows, unit }: { rows: HeightRow[]; unit: 'in' | 'mm' }) {
  const other = unit === 'in' ? 'mm' : 'in';
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">Heights</th>
          {CORNERS.map((corner) => (
            <th key={corner} scope="col" className="text-right!">
              {CORNER_NAMES[corner]}
            </th>
          ))}
          <th scope="col" className="text-right!">
            rake
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, index) => (
          <tr key={`${row.label} ${index}`} className={row.tone === 'predicted' ? 'text-predicted' : ''}>
            <th scope="row" className="font-semibold">
              {row.label}
              {row.note && <span className="block text-sm font-normal text-soft">{row.note}</span>}
            </th>
            {CORNERS.map((corner) => (
              <td key={corner} className="text-right">
                <span className="figure text-xl">{formatTape(row.mm[corner], unit)}</span>
                <span className="block text-sm text-soft">{formatTape(row.mm[corner], other)}</span>
              </td>
            ))}
            <td className="figure text-right text-lg">{formatTape(stanceOf(row.mm).rake, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
