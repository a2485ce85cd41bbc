'use client';

import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from 'recharts';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { KitLift, KitLiftSummary } from '@/core/ledger/kit-ledger';

/** Each job's lift of one end as a mark, against the claim, with the mean and its spread behind. */
export function LiftChart({
  summary,
  points,
  unit,
}: {
  summary: KitLiftSummary;
  points: KitLift[];
  unit: TapeUnit;
}) {
  const own = points
    .filter((point) => point.end === summary.end)
    .map((point, index) => ({ job: index + 1, mm: point.measured }));
  const all = [...own.map((point) => point.mm), ...(summary.claimed === null ? [] : [summary.claimed])];
  const [low, high] = [Math.min(...all, 0), Math.max(...all, 0)];
  const room = Math.max(6, (high - low) * 0.15);
  const said = `${summary.end} lift of ${summary.jobs} jobs: mean ${formatTape(summary.mean, unit)}${
    summary.claimed === null ? '' : `, claimed ${formatTape(summary.claimed, unit)}`
  }`;
  return (
    <div role="img" aria-label={said} className="h-52">
      <ResponsiveContainer width="100%" height="100%">
        <ScatterChart accessibilityLayer={false} margin={{ left: 4, right: 16, top: 8, bottom: 18 }}>
          <CartesianGrid stroke="var(--hair)" vertical={false} />
          {summary.spread !== null && (
            <ReferenceArea
              y1={summary.mean - summary.spread}
              y2={summary.mean + summary.spread}
              fill="var(--ink)"
              fillOpacity={0.1}
            />
          )}
          <ReferenceLine y={summary.mean} stroke="var(--ink)" strokeWidth={2} />
          {summary.claimed !== null && (
            <ReferenceLine
              y={summary.claimed}
              stroke="var(--target)"
              strokeWidth={2.5}
              strokeDasharray="7 4"
            />
          )}
          <XAxis
            type="number"
            dataKey="job"
            domain={[0.5, own.length + 0.5]}
            ticks={own.map((point) => point.job)}
            stroke="var(--ink)"
            label={{ value: 'job', position: 'insideBottom', offset: -10 }}
          />
          <YAxis
            type="number"
            dataKey="mm"
            domain={[low < 0 ? low - room : 0, high > 0 ? high + room : 0]}
            stroke="var(--ink)"
            width={64}
            tickFormatter={(mm: number) => formatTape(mm, unit)}
          />
          <Scatter
            data={own}
            fill="var(--pen)"
            stroke="var(--ink)"
            strokeWidth={1.5}
            isAnimationActive={false}
          />
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  );
}
