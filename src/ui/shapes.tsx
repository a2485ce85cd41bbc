import type { Drawing, Tone } from '@/core/stance/shapes';

const COLORS: Record<Tone, string> = {
  ink: 'var(--ink)',
  soft: 'var(--soft)',
  rule: 'var(--rule)',
  paper: 'var(--card)',
  predicted: 'var(--predicted)',
  band: 'color-mix(in srgb, var(--predicted) 22%, transparent)',
  danger: 'var(--danger)',
  target: 'var(--target)',
  done: 'var(--pen)',
};

/** Puts a drawing of the core on the screen. */
export function Shapes({ drawing, className }: { drawing: Drawing; className?: string }) {
  return (
    <svg
      viewBox={`0 ${drawing.top} ${drawing.width} ${drawing.height}`}
      role="img"
      aria-label={drawing.alt}
      className={className}
    >
      {drawing.shapes.map((shape, index) => {
        if (shape.kind === 'text') {
          return (
            <text
              key={index}
              data-name={shape.name}
              x={shape.x}
              y={shape.y}
              fontSize={shape.size}
              textAnchor={shape.anchor}
              fill={COLORS[shape.tone]}
              fontFamily="var(--font-head)"
              fontWeight={shape.strong ? 600 : 500}
            >
              {shape.text}
            </text>
          );
        }
        const paint = {
          'data-name': shape.name,
          stroke: COLORS[shape.tone],
          strokeWidth: shape.width,
          fill: shape.fill ? COLORS[shape.fill] : 'none',
        };
        return shape.kind === 'path' ? (
          <path
            key={index}
            d={shape.d}
            strokeDasharray={shape.dash?.join(' ')}
            strokeLinejoin="round"
            {...paint}
          />
        ) : (
          <circle key={index} cx={shape.cx} cy={shape.cy} r={shape.r} {...paint} />
        );
      })}
    </svg>
  );
}
