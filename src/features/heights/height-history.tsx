'use client';

import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';

export interface HistoryPoint {
  label: string;
  left: number;
  right: number;
  mean: number;
}
export interface HistoryEnd {
  end: 'front' | 'rear';
  points: HistoryPoint[];
  /** mm, lowest and highest. */
  predicted: [number, number] | null;
  claimed: [number, number] | null;
  target: number | null;
}

/** Every set of heights of one end in its order, left and right, with what was predicted and claimed as bands. */
function EndChart({ end, points, predicted, claimed, target, unit }: HistoryEnd & { unit: TapeUnit }) {
  const all = [
    ...points.flatMap((point) => [point.left, point.right]),
    ...(predicted ?? []),
    ...(claimed ?? []),
    ...(target === null ? [] : [target]),
  ];
  const low = Math.floor((Math.min(...all) - 8) / 10) * 10;
  const high = Math.ceil((Math.max(...all) + 8) / 10) * 10;
  const said = points
    .map(
      (point) =>
        `${point.label}: left ${formatTape(point.left, unit)}, right ${formatTape(point.right, unit)}`,
    )
    .join('; ');
  const first = points[0]!.label;
  const last = points[points.length - 1]!.label;
  return (
    <figure
      className="min-w-0"
      role="img"
      aria-label={`${end === 'front' ? 'Front' : 'Rear'} heights. ${said}.`}
    >
      <figcaption className="font-head text-lg font-semibold first-letter:uppercase">{end}</figcaption>
      <div className="h-56 overflow-hidden">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            accessibilityLayer={false}
            data={points}
            margin={{ left: 4, right: 18, top: 8, bottom: 4 }}
          >
            <CartesianGrid stroke="var(--hair)" vertical={false} />
            {claimed && (
              <ReferenceArea
                x1={first}
                x2={last}
                y1={claimed[0]}
                y2={claimed[1]}
                fill="var(--target)"
                fillOpacity={0.16}
              />
            )}
            {predicted && (
              <ReferenceArea
                x1={first}
                x2={last}
                y1={predicted[0]}
                y2={predicted[1]}
                fill="var(--predicted)"
                fillOpacity={0.15}
                stroke="var(--predicted)"
                strokeDasharray="6 4"
              />
            )}
            {target !== null && (
              <ReferenceLine y={target} stroke="var(--ink)" strokeDasharray="2 3" strokeWidth={1.5} />
            )}
            <XAxis
              dataKey="label"
              stroke="var(--ink)"
              tick={{ fontSize: 14 }}
              interval={0}
              padding={{ left: 26, right: 26 }}
            />
            <YAxis
              domain={[low, high]}
              stroke="var(--ink)"
              width={66}
              tick={{ fontSize: 14 }}
              tickCount={5}
              tickFormatter={(mm: number) => formatTape(mm, unit)}
            />
            <Line
              dataKey="left"
              stroke="var(--ink)"
              strokeWidth={2.5}
              dot={{ r: 5, fill: 'var(--ink)' }}
              isAnimationActive={false}
            />
            <Line
              dataKey="right"
              stroke="var(--second)"
              strokeWidth={2.5}
              strokeDasharray="7 5"
              dot={{ r: 5, fill: 'var(--paper)', stroke: 'var(--second)', strokeWidth: 2.5 }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

/** The history of every set on one picture, an end each. */
export function HeightHistory({ ends, unit }: { ends: HistoryEnd[]; unit: TapeUnit }) {
  return (
    <section className="mb-8">
      <h2 className="border-b border-ink pb-1">Every set so far</h2>
      <div className="mt-2 grid gap-6 lg:grid-cols-2">
        {ends.map((end) => (
          <EndChart key={end.end} {...end} unit={unit} />
        ))}
      </div>
      <p className="mt-1 flex flex-wrap gap-x-6 text-sm">
        <span>● left</span>
        <span className="text-second">○ right</span>
        <span className="text-predicted">▒ predicted, with its spread</span>
        <span className="text-target">▒ as the kit claims</span>
        <span>┄ target</span>
      </p>
    </section>
  );
}
