import type { PhotoMark } from '@/core/ledger/kinds/noted';
import { drawMark } from '@/core/ledger/photo-marks';

/** A picture with what was drawn over it; the marks stand beside the picture in the record, never in it. */
export function MarkedPhoto({
  src,
  alt,
  marks,
  aspect = 4 / 3,
  className = '',
}: {
  src: string;
  alt: string;
  marks: readonly PhotoMark[];
  /** Width over height of the picture. */
  aspect?: number;
  className?: string;
}) {
  return (
    <span className={`relative block ${className}`} style={{ aspectRatio: String(aspect) }}>
      {/* Served by our own route with an ETag, already at its size. */}
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img src={src} alt={alt} className="absolute inset-0 size-full object-cover" loading="lazy" />
      {marks.length > 0 && <MarkLayer marks={marks} aspect={aspect} />}
    </span>
  );
}

/** The marks alone, over whatever lies beneath. */
export function MarkLayer({ marks, aspect }: { marks: readonly PhotoMark[]; aspect: number }) {
  return (
    <svg
      viewBox={`0 0 1000 ${1000 / aspect}`}
      role="img"
      aria-label={`Marked: ${marks.map((mark) => mark.text || mark.kind).join(', ')}`}
      className="pointer-events-none absolute inset-0 size-full"
    >
      {marks.map((mark, index) => {
        const drawn = drawMark(mark, aspect);
        return (
          <g key={index} data-mark={mark.kind}>
            {/* Chalk on a dark edge: readable over light and dark alike. */}
            <path d={drawn.d} fill="none" stroke="#16140f" strokeWidth="16" strokeLinecap="round" />
            <path d={drawn.d} fill="none" stroke="#f6bb22" strokeWidth="8" strokeLinecap="round" />
            {drawn.text && (
              <text
                x={Math.min(drawn.x + 14, 860)}
                y={Math.max(drawn.y - 16, 40)}
                fontSize="44"
                fontFamily="var(--font-head)"
                fontWeight="600"
                fill="#f6bb22"
                stroke="#16140f"
                strokeWidth="9"
                paintOrder="stroke"
              >
                {drawn.text}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
