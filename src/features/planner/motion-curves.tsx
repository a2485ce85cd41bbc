'use client';

import { useEffect, useState } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { PlannerInput } from '@/core/planner/car-stand';
import type { OneEnd } from '@/core/planner/measures';
import { CURVES, type CurveId, type Sweep } from '@/core/planner/moving-car/sweep';
import { plannerApi } from './planner-worker';

/** Travel is marked every so many millimeters. */
const TICKS = [-200, -150, -100, -50, 0, 50, 100, 150, 200];
const IDS = Object.keys(CURVES) as CurveId[];

/** One reading against travel: as planned drawn through, as it came dashed, ride and the ends of the travel marked. */
function Curve({ id, before, after, at }: { id: CurveId; before: Sweep; after: Sweep; at: number }) {
  const { name, unit } = CURVES[id];
  const points = (sweep: Sweep) =>
    sweep.rows.flatMap((row) => (row[id] === undefined ? [] : [{ travel: row.travel, value: row[id] }]));
  const low = Math.min(before.low, after.low);
  const high = Math.max(before.high, after.high);
  return (
    <figure className="min-w-0">
      <figcaption className="font-head text-lg">
        {name}, {unit}
      </figcaption>
      <div role="img" aria-label={`${name} against travel, as it came and as planned`} className="h-52">
        <ResponsiveContainer>
          <LineChart accessibilityLayer={false} margin={{ top: 6, right: 12, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--rule)" strokeDasharray="2 4" />
            <XAxis
              dataKey="travel"
              type="number"
              domain={[low, high]}
              ticks={TICKS.filter((mm) => mm > low && mm < high)}
              tickFormatter={(mm: number) => String(Math.round(mm))}
              stroke="var(--soft)"
              allowDuplicatedCategory={false}
            />
            <YAxis
              width={54}
              tickCount={5}
              stroke="var(--soft)"
              domain={['auto', 'auto']}
              tickFormatter={(value: number) => String(Math.round(value * 100) / 100)}
            />
            <Tooltip
              formatter={(value) => `${Math.round(Number(value) * 100) / 100} ${unit}`}
              labelFormatter={(mm) => `${Math.round(Number(mm))} mm from ride`}
              contentStyle={{ background: 'var(--card)', border: '1.5px solid var(--ink)', borderRadius: 0 }}
            />
            <ReferenceLine x={0} stroke="var(--ink)" />
            <ReferenceLine x={after.low} stroke="var(--soft)" strokeDasharray="6 4" />
            <ReferenceLine x={after.high} stroke="var(--soft)" strokeDasharray="6 4" />
            <ReferenceLine x={at} stroke="var(--pen)" strokeWidth={2} />
            <Line
              data={points(before)}
              dataKey="value"
              name="as it came"
              stroke="var(--soft)"
              strokeWidth={2}
              strokeDasharray="5 4"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              data={points(after)}
              dataKey="value"
              name="as planned"
              stroke="var(--predicted)"
              strokeWidth={3}
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

/** Camber, toe, caster, shafts and damper against travel, the car as it came beside the car as planned. */
export function MotionCurves({ input, end, at }: { input: PlannerInput; end: OneEnd; at: number }) {
  const [sweeps, setSweeps] = useState<{ before: Sweep; after: Sweep } | null>(null);
  const [stopped, setStopped] = useState<string | null>(null);
  const key = JSON.stringify(input);
  useEffect(() => {
    let current = true;
    void plannerApi()
      .sweeps(JSON.parse(key) as PlannerInput, end)
      .then((got) => {
        if (!current) return;
        setSweeps(got.ok ? got.answer : null);
        setStopped(got.ok ? null : got.message);
      });
    return () => {
      current = false;
    };
  }, [key, end]);
  if (stopped) return <p className="hatch mt-3 px-3 py-2 font-semibold">{stopped}</p>;
  if (!sweeps) return null;
  const shown = IDS.filter((id) => sweeps.after.rows.some((row) => row[id] !== undefined));
  return (
    <section aria-label={`Curves, ${end}`} className="mt-4">
      <p className="text-soft">
        Against travel in mm from ride, bump to the right. Drawn through: as planned. Dashed: as it came.
        Upright dashes: full droop and the bump stop.
      </p>
      <div className="mt-2 grid gap-x-6 gap-y-4 sm:grid-cols-2">
        {shown.map((id) => (
          <Curve key={id} id={id} at={at} {...sweeps} />
        ))}
      </div>
    </section>
  );
}
