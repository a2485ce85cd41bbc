'use client';

import { useEffect, useState } from 'react';
import { CartesianGrid, ResponsiveContainer, Scatter, ScatterChart, Tooltip, XAxis, YAxis } from 'recharts';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { PlannerInput } from '@/core/planner/car-stand';
import { type CatalogPart, type FoundPlan, asPlanPart } from '@/core/planner/find-parts';
import type { FinishedLift } from '@/core/planner/learning';
import type { PlanPart } from '@/core/planner/plan-part';
import { MM_PER_INCH } from '@/core/units/length';
import { hoursText, moneyText } from '@/core/units/money';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { plannerApi } from './planner-worker';
import { Loading } from '@/ui/states';
import { Select } from '@/ui/select';

const TOLERANCES = [3, 6.35, 12.7, 19] as const;

/** Less than the tape shows, half a sixteenth or half a millimeter, is on target. */
const offText = (mm: number, unit: TapeUnit) =>
  mm < (unit === 'in' ? MM_PER_INCH / 32 : 0.5) ? 'on target' : `${formatTape(mm, unit)} off`;

/** Its letter in the picture and in the list. */
const letterOf = (index: number) => String.fromCharCode(65 + (index % 26));

/** What a set of parts costs beside money and hours, on this car. */
function describeTrouble({ limits, irreversible }: FoundPlan['trouble']): string {
  const said = [
    limits.length > 0 &&
      `${limits.length === 1 ? 'a safety point' : `${limits.length} safety points`} to fix: ${limits.join('; ')}`,
    irreversible.length > 0 && `cannot be undone: ${irreversible.join(', ')}`,
  ].filter(Boolean);
  return said.length ? `In trouble: ${said.join(' · ')}.` : 'In trouble: nothing new to fix on this car.';
}

interface FoundMarkProps {
  cx: number;
  cy: number;
  payload: { index: number; hours: number };
}

/** A set of parts as a lettered mark; a finger, the mouse or a key on it shows its line in the list. */
function FoundMark({
  cx,
  cy,
  payload: { index, hours },
  marked,
  onMark,
}: FoundMarkProps & { marked: number; onMark: (index: number) => void }) {
  const lit = index === marked;
  const r = 9 + Math.min(8, hours);
  return (
    <g
      className="cursor-pointer"
      onMouseEnter={() => onMark(index)}
      onClick={() => onMark(index)}
      data-mark={letterOf(index)}
    >
      <circle
        cx={cx}
        cy={cy}
        r={r}
        fill={lit ? 'var(--pen)' : 'var(--paper)'}
        stroke={lit ? 'var(--ink)' : 'var(--predicted)'}
        strokeWidth={lit ? 3 : 2}
      />
      <text
        x={cx}
        y={cy + 5}
        textAnchor="middle"
        fontSize="14"
        fontWeight="700"
        fontFamily="var(--font-head)"
        fill={lit ? 'var(--on-pen)' : 'var(--ink)'}
      >
        {letterOf(index)}
      </text>
    </g>
  );
}

/** Searches the catalog for the sets of parts nothing beats, drawn by error and cost; the one taken becomes the plan. */
export function FindDialog({
  open,
  onClose,
  input,
  catalog,
  past,
  platform,
  unit,
  currency,
  onTake,
}: {
  open: boolean;
  onClose: () => void;
  input: PlannerInput;
  catalog: CatalogPart[];
  /** Finished jobs, which teach each kit's own ratio. */
  past: FinishedLift[];
  platform: string;
  unit: TapeUnit;
  currency: string;
  onTake: (parts: PlanPart[]) => void;
}) {
  const [tolerance, setTolerance] = useState<number>(6.35);
  const [found, setFound] = useState<FoundPlan[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [marked, setMarked] = useState(0);
  const key = open ? JSON.stringify([input, tolerance]) : '';
  useEffect(() => {
    if (!key) return;
    let current = true;
    const [plan, within] = JSON.parse(key) as [PlannerInput, number];
    void plannerApi()
      .find(plan, catalog, within, past, platform)
      .then((got) => {
        if (!current) return;
        setFound(got.ok ? got.answer : []);
        setProblem(got.ok ? null : got.message);
        setMarked(0);
      });
    return () => {
      current = false;
    };
  }, [key, catalog, past, platform]);
  /** A mark that was pointed at: its line comes into sight. */
  const show = (index: number) => {
    setMarked(index);
    document.getElementById(`found-${index}`)?.scrollIntoView({ block: 'nearest' });
  };
  const nameOf = (id: string) => catalog.find((part) => part.id === id)?.name ?? id;
  const points = (found ?? []).map((plan, index) => ({
    index,
    mm: plan.wholeError,
    error: unit === 'in' ? plan.wholeError / MM_PER_INCH : plan.wholeError,
    cost: plan.cost / 100,
    hours: plan.minutes / 60,
  }));
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Find me parts"
      wide
      intro={
        <span className="flex flex-wrap items-center gap-3">
          <span>Within how much of the target heights</span>
          <Select
            className="w-auto"
            aria-label="Tolerance"
            value={String(tolerance)}
            onValue={(next) => setTolerance(Number(next))}
            options={TOLERANCES.map((one) => [String(one), formatTape(one, unit)] as const)}
          />
        </span>
      }
    >
      {problem && <p className="hatch px-3 py-2 font-medium">{problem}</p>}
      {!found && !problem && <Loading>Searching the catalog…</Loading>}
      {found && !problem && found.length === 0 && (
        <p className="py-2">
          Nothing in the catalog comes that near on this car. Allow more, or put the parts you know of into
          the catalog.
        </p>
      )}
      {points.length > 0 && (
        <>
          <div aria-hidden className="h-52">
            <ResponsiveContainer width="100%" height="100%">
              <ScatterChart margin={{ left: 8, right: 16, top: 8, bottom: 16 }}>
                <CartesianGrid stroke="var(--rule)" />
                <XAxis
                  type="number"
                  dataKey="cost"
                  name="cost"
                  stroke="var(--ink)"
                  padding={{ right: 16 }}
                  tickFormatter={(value: number) => moneyText(value * 100, currency)}
                  label={{ value: 'cost', position: 'insideBottom', offset: -8 }}
                />
                <YAxis
                  type="number"
                  dataKey="error"
                  name={`off target, ${unit}`}
                  stroke="var(--ink)"
                  padding={{ top: 16 }}
                  tickFormatter={(value: number) =>
                    unit === 'in' ? formatTape(value * MM_PER_INCH, 'in', 16) : String(Math.round(value))
                  }
                  label={{ value: `${unit} off`, angle: -90, position: 'insideLeft' }}
                />
                <Tooltip
                  cursor={false}
                  content={({ payload }) => {
                    const point = payload?.[0]?.payload as (typeof points)[number] | undefined;
                    return point ? (
                      <div className="border border-ink bg-paper px-2 py-1">
                        {moneyText(point.cost * 100, currency)}, {offText(point.mm, unit)},{' '}
                        {point.hours.toFixed(1)} h
                      </div>
                    ) : null;
                  }}
                />
                <Scatter
                  data={points}
                  isAnimationActive={false}
                  shape={(mark: unknown) => (
                    <FoundMark {...(mark as FoundMarkProps)} marked={marked} onMark={show} />
                  )}
                />
              </ScatterChart>
            </ResponsiveContainer>
          </div>
          <p className="text-soft">
            Each mark is the line of its letter; the larger, the more hours.{' '}
            {points.length === 1 ? 'Nothing beats it' : `Nothing beats any of these ${points.length}`} on
            error, cost and hours together.
          </p>
          <ol className="mt-2 border-t border-ink">
            {found!.map((plan, index) => (
              <li
                key={plan.ids.join(' ')}
                id={`found-${index}`}
                className={`grid grid-cols-[auto_1fr_auto] gap-x-4 border-b border-rule py-2 ${index === marked ? 'bg-hair' : ''}`}
                onMouseEnter={() => setMarked(index)}
                onFocus={() => setMarked(index)}
              >
                <span
                  aria-hidden
                  className={`figure text-xl ${index === marked ? 'bg-pen px-1.5' : 'px-1.5'}`}
                >
                  {letterOf(index)}
                </span>
                <div>
                  <p className="font-semibold">{plan.ids.map(nameOf).join(' + ') || 'Nothing fitted'}</p>
                  <p>
                    <span className="text-predicted">
                      front {formatTape(plan.whole.front, unit)}, rear {formatTape(plan.whole.rear, unit)}
                    </span>{' '}
                    · {offText(plan.wholeError, unit)} · {moneyText(plan.cost, currency)} ·{' '}
                    {hoursText(plan.minutes)}
                  </p>
                  <p>{describeTrouble(plan.trouble)}</p>
                  <p className="text-sm text-soft">
                    Each part alone would add up to front {formatTape(plan.summed.front, unit)}, rear{' '}
                    {formatTape(plan.summed.rear, unit)}; together they give what stands above.
                  </p>
                </div>
                <Button
                  weight="pen"
                  className="self-center"
                  onClick={() => {
                    onTake(
                      plan.ids.map((id) => ({
                        ...asPlanPart(catalog.find((part) => part.id === id)!),
                        id: crypto.randomUUID(),
                      })),
                    );
                    onClose();
                  }}
                >
                  Take these
                </Button>
              </li>
            ))}
          </ol>
        </>
      )}
    </Dialog>
  );
}
