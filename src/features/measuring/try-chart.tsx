import { eightInTen } from '@/core/normal';
import type { TriedRow } from '@/core/calc/try.next';

const WIDTH = 560;
const HEIGHT = 250;
const PAD = { left: 86, right: 22, top: 18, bottom: 40 };

export interface TryChartProps {
  tries: readonly { set: number; height: number }[];
  rows: readonly TriedRow[];
  target: number;
  tolerance: number;
  best: number | null;
  /** A reading in words, for the scale and whoever hears it. */
  say: (value: number) => string;
  saySet: (set: number) => string;
  /** What the lower scale counts. */
  setting: string;
}

/** The scale of one way: what it spans, with a little room at both ends. */
function scale(values: readonly number[], from: number, to: number) {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = (high - low || 1) * 0.12;
  const [least, most] = [low - room, high + room];
  return (value: number) => from + ((value - least) / (most - least)) * (to - from);
}

/** Settings near those tried: forty turns of a seat would leave no room for the three that matter. */
function near({ tries, rows, best }: Pick<TryChartProps, 'tries' | 'rows' | 'best'>): TriedRow[] {
  const sets = [...tries.map(({ set }) => set), ...(best === null ? [] : [best])];
  const [low, high] = [Math.min(...sets), Math.max(...sets)];
  const reach = Math.max(high - low, 1);
  return rows.filter(({ set }) => set >= low - reach && set <= high + reach).slice(0, 24);
}

/** Tries of a setting with what the next ones are said to read: dots for what was read, bars for eight in ten of what is to come. */
export function TryChart({ tries, rows, target, tolerance, best, say, saySet, setting }: TryChartProps) {
  const shown = near({ tries, rows, best });
  const ends = shown.flatMap(({ height, sd }) => Object.values(eightInTen(height, sd)));
  const x = scale(
    [...tries.map(({ set }) => set), ...shown.map(({ set }) => set)],
    PAD.left,
    WIDTH - PAD.right,
  );
  const y = scale(
    [...tries.map(({ height }) => height), ...ends, target - tolerance, target + tolerance],
    HEIGHT - PAD.bottom,
    PAD.top,
  );
  const told = [
    ...tries.map(({ set, height }) => `${saySet(set)} read ${say(height)}`),
    ...(best === null ? [] : [`next ${saySet(best)}`]),
  ].join('; ');
  const sets = [...new Set([...tries.map(({ set }) => set), ...shown.map(({ set }) => set)])].sort(
    (a, b) => a - b,
  );
  const every = Math.ceil(sets.length / 9);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Tries against ${say(target)}: ${told}.`}
      className="w-full max-w-3xl"
    >
      <rect
        x={PAD.left}
        width={WIDTH - PAD.left - PAD.right}
        y={y(target + tolerance)}
        height={Math.max(2, y(target - tolerance) - y(target + tolerance))}
        fill="var(--target)"
        opacity={0.22}
      />
      <line
        x1={PAD.left}
        x2={WIDTH - PAD.right}
        y1={y(target)}
        y2={y(target)}
        stroke="var(--target)"
        strokeWidth={2}
      />
      <text x={PAD.left - 8} y={y(target) + 6} textAnchor="end" fontSize={18} fill="var(--ink)">
        {say(target)}
      </text>
      <line
        x1={PAD.left}
        x2={WIDTH - PAD.right}
        y1={HEIGHT - PAD.bottom}
        y2={HEIGHT - PAD.bottom}
        stroke="var(--ink)"
      />
      {sets.map((set, index) => (
        <g key={set}>
          <line
            x1={x(set)}
            x2={x(set)}
            y1={HEIGHT - PAD.bottom}
            y2={HEIGHT - PAD.bottom + 6}
            stroke="var(--ink)"
          />
          {index % every === 0 && (
            <text x={x(set)} y={HEIGHT - PAD.bottom + 22} textAnchor="middle" fontSize={16} fill="var(--ink)">
              {Math.round(set * 100) / 100}
            </text>
          )}
        </g>
      ))}
      <text x={WIDTH - PAD.right} y={HEIGHT - 2} textAnchor="end" fontSize={14} fill="var(--soft)">
        {setting}
      </text>
      {shown.map(({ set, height, sd }) => (
        <g
          key={set}
          stroke="var(--predicted)"
          strokeWidth={set === best ? 7 : 3}
          opacity={set === best ? 1 : 0.65}
        >
          <line
            x1={x(set)}
            x2={x(set)}
            y1={y(eightInTen(height, sd).low)}
            y2={y(eightInTen(height, sd).high)}
            strokeDasharray={set === best ? undefined : '5 5'}
          />
          <line x1={x(set) - 8} x2={x(set) + 8} y1={y(height)} y2={y(height)} />
        </g>
      ))}
      {tries.map(({ set, height }, index) => (
        <g key={index}>
          <circle cx={x(set)} cy={y(height)} r={7} fill="var(--ink)" />
          <text x={x(set) + 11} y={y(height) - 8} fontSize={16} fill="var(--ink)">
            {say(height)}
          </text>
        </g>
      ))}
    </svg>
  );
}
