/** The nuts of a group round their circle: how many passes each has had, and the next one lit. */
export function NutRing({
  nuts,
  passes,
  next,
  size = 132,
  onPick,
}: {
  nuts: readonly number[];
  passes: number;
  next: number | null;
  size?: number;
  onPick?: (nut: number) => void;
}) {
  const center = 60;
  const radius = 42;
  const at = (index: number) => {
    const angle = (index / nuts.length) * 2 * Math.PI - Math.PI / 2;
    return { x: center + radius * Math.cos(angle), y: center + radius * Math.sin(angle) };
  };
  const words = nuts.map((had, index) => `nut ${index + 1}: ${had} of ${passes}`).join(', ');
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 120 120"
      role="img"
      aria-label={`${words}${next ? `; next is nut ${next}` : ''}`}
      className="shrink-0"
    >
      <circle cx={center} cy={center} r={radius} fill="none" stroke="var(--rule)" strokeWidth="2" />
      {nuts.map((had, index) => {
        const { x, y } = at(index);
        const lit = next === index + 1;
        const full = had >= passes;
        return (
          <g key={index} onClick={onPick ? () => onPick(index + 1) : undefined}>
            <circle
              cx={x}
              cy={y}
              r={lit ? 15 : 12}
              fill={lit ? 'var(--pen)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth={lit ? 3 : 2}
              strokeDasharray={had === 0 && !lit ? '4 3' : undefined}
            />
            {full && !lit && <path d={`M${x} ${y - 12}v24`} stroke="var(--pen)" strokeWidth="6" />}
            {!full && had > 0 && !lit && (
              <path d={`M${x} ${y - 12}v24`} stroke="var(--pen)" strokeWidth="2.5" />
            )}
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              fontSize="14"
              fontWeight="700"
              fontFamily="var(--font-head)"
              fill={lit ? 'var(--on-pen)' : 'var(--ink)'}
              stroke={lit || had === 0 ? undefined : 'var(--paper)'}
              strokeWidth="3"
              paintOrder="stroke"
            >
              {index + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
