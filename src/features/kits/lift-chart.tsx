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
import { axisDay } from '@/core/units/shop-time';
import type { KitLift, KitLiftSummary } from '@/core/ledger/kit-ledger';

/** Marks by platform: told by their shape, so that ink alone is enough. */
const SHAPES = ['circle', 'square', 'triangle', 'diamond', 'cross', 'star'] as const;
const SIGNS = ['●', '■', '▲', '◆', '✚', '★'] as const;
const DAY_MS = 86_400_000;

/** Each job's lift of one end as a mark by the day it was closed, against the claim, with the mean and its spread behind. */
export function LiftChart({
  summary,
  points,
  unit,
  timeZone,
}: {
  summary: KitLiftSummary;
  points: KitLift[];
  unit: TapeUnit;
  timeZone: string;
}) {
  const own = points
    .filter((point) => point.end === summary.end && point.closedAt)
    .map((point) => ({ at: Date.parse(point.closedAt!), mm: point.measured, platform: point.platform }));
  const platforms = [...new Set(own.map((point) => point.platform))].sort();
  const all = [...own.map((point) => point.mm), ...(summary.claimed === null ? [] : [summary.claimed])];
  const [low, high] = [Math.min(...all, 0), Math.max(...all, 0)];
  const [from, to] = [Math.min(...own.map(({ at }) => at)), Math.max(...own.map(({ at }) => at))];
  const beside = Math.max(3 * DAY_MS, (to - from) * 0.06);
  const room = Math.max(6, (high - low) * 0.15);
  const said = `${summary.end} lift of ${summary.jobs} jobs: mean ${formatTape(summary.mean, unit)}${
    summary.claimed === null ? '' : `, claimed ${formatTape(summary.claimed, unit)}`
  }`;
  if (!own.length) return null;
  return (
    <>
      <div role="img" aria-label={said} className="h-52 overflow-hidden">
        <ResponsiveContainer width="100%" height="100%">
          <ScatterChart accessibilityLayer={false} margin={{ left: 4, right: 16, top: 8, bottom: 4 }}>
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
              dataKey="at"
              domain={[from - beside, to + beside]}
              interval="preserveStartEnd"
              minTickGap={28}
              stroke="var(--ink)"
              tickFormatter={(at: number) => axisDay(new Date(at), timeZone)}
            />
            <YAxis
              type="number"
              dataKey="mm"
              domain={[low < 0 ? low - room : 0, high > 0 ? high + room : 0]}
              stroke="var(--ink)"
              width={64}
              tickFormatter={(mm: number) => formatTape(mm, unit)}
            />
            {platforms.map((platform, index) => (
              <Scatter
                key={platform}
                data={own.filter((point) => point.platform === platform)}
                shape={SHAPES[index % SHAPES.length]}
                fill="var(--pen)"
                stroke="var(--ink)"
                strokeWidth={1.5}
                isAnimationActive={false}
              />
            ))}
          </ScatterChart>
        </ResponsiveContainer>
      </div>
      {platforms.length > 1 && (
        <p className="text-soft">
          {platforms
            .map((platform, index) => `${SIGNS[index % SIGNS.length]} ${platform || 'no platform'}`)
            .join('   ')}
        </p>
      )}
    </>
  );
}
