'use client';

import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';

/** Points of all tries, the oldest first. */
export function PointsCurve({ tries }: { tries: { label: string; points: number }[] }) {
  const said = tries.map(({ label, points }) => `${label}: ${points}`).join('; ');
  return (
    <figure role="img" aria-label={`Points of ${tries.length} tries. ${said}.`} className="h-48">
      <ResponsiveContainer width="100%" height="100%">
        <LineChart
          accessibilityLayer={false}
          data={tries.map((one, index) => ({ ...one, number: index + 1 }))}
          margin={{ left: 0, right: 16, top: 8, bottom: 4 }}
        >
          <CartesianGrid stroke="var(--hair)" vertical={false} />
          <XAxis dataKey="number" stroke="var(--soft)" tick={{ fontSize: 14 }} allowDecimals={false} />
          <YAxis
            domain={[0, 100]}
            ticks={[0, 50, 100]}
            width={36}
            stroke="var(--soft)"
            tick={{ fontSize: 14 }}
          />
          <Line
            dataKey="points"
            stroke="var(--ink)"
            strokeWidth={2.5}
            isAnimationActive={false}
            dot={{ r: 4, fill: 'var(--ink)' }}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
