import type { Corner } from '@/core/corners';

export interface PlanMark {
  id: string;
  /** A number of the list beside it, or how many there are. */
  label: string;
  corner: Corner | null;
  end: 'front' | 'rear' | 'both';
  tone: 'ground' | 'drive' | 'loose' | 'handoff';
}

const TONES: Record<PlanMark['tone'], string> = {
  ground: 'var(--danger)',
  drive: 'var(--danger)',
  loose: 'var(--pen)',
  handoff: 'var(--soft)',
};

const WHEELS: { corner: Corner; x: number; y: number }[] = [
  { corner: 'LF', x: 78, y: 58 },
  { corner: 'RF', x: 206, y: 58 },
  { corner: 'LR', x: 78, y: 206 },
  { corner: 'RR', x: 206, y: 206 },
];

function anchorOf(mark: PlanMark, index: number): { x: number; y: number } {
  const side = mark.corner ? (mark.corner.startsWith('L') ? -1 : 1) : 0;
  const front = mark.corner ? mark.corner.endsWith('F') : mark.end !== 'rear';
  const row = Math.floor(index / 2);
  const inRow = index % 2;
  if (side === 0)
    return { x: 150 + (inRow ? 20 : -20), y: (mark.end === 'both' ? 150 : front ? 60 : 240) + row * 30 };
  return { x: 150 + side * (96 + inRow * 32), y: (front ? 58 : 206) + 2 + row * 32 };
}

/** The car from above with numbered marks where something is open or loose, and the place of the step lit. */
export function CarPlan({
  marks,
  lit,
  support,
  label,
  className,
}: {
  marks: PlanMark[];
  lit: { corner: Corner | null; end: 'front' | 'rear' | 'both' } | null;
  support: { front: string; rear: string };
  label: string;
  className?: string;
}) {
  const perPlace = new Map<string, number>();
  const litCorner = (corner: Corner) =>
    lit !== null &&
    (lit.corner
      ? lit.corner === corner
      : lit.end !== 'both' && lit.end === (corner.endsWith('F') ? 'front' : 'rear'));
  return (
    <svg viewBox="-10 0 320 300" role="img" aria-label={label} className={className}>
      <path
        d="M104 34q46 -20 92 0l6 60v120l-8 56q-44 12 -88 0l-8 -56v-120Z"
        fill="var(--card)"
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
      <path
        d="M112 112q38 -16 76 0l-6 28h-64ZM116 190h68"
        fill="none"
        stroke="var(--soft)"
        strokeWidth="1.75"
      />
      {WHEELS.map(({ corner, x, y }) => {
        const up = support[corner.endsWith('F') ? 'front' : 'rear'] !== 'on-wheels';
        return (
          <g key={corner}>
            <rect
              x={x}
              y={y}
              width="22"
              height="50"
              rx="3"
              fill={litCorner(corner) ? 'var(--pen)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth={litCorner(corner) ? 3.5 : 2.25}
              strokeDasharray={up ? '5 4' : undefined}
            />
          </g>
        );
      })}
      {marks.map((mark) => {
        const key = mark.corner ?? mark.end;
        const index = perPlace.get(key) ?? 0;
        perPlace.set(key, index + 1);
        const { x, y } = anchorOf(mark, index);
        const tone = TONES[mark.tone];
        return (
          <g key={mark.id}>
            <circle
              cx={x}
              cy={y}
              r="14"
              fill="var(--paper)"
              stroke={tone}
              strokeWidth={mark.tone === 'ground' ? 4 : 2.5}
            />
            <text
              x={x}
              y={y + 6}
              textAnchor="middle"
              fontSize="17"
              fontWeight="600"
              fontFamily="var(--font-head)"
              fill="var(--ink)"
            >
              {mark.label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
