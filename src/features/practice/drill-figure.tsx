import type { DrillFigure } from '@/core/practice/drills';

const INCH = 256;
const TICKS: Record<number, number> = { 16: 60, 8: 46, 4: 36, 2: 26, 1: 17 };
const heightOf = (sixteenth: number) => {
  const step = [16, 8, 4, 2, 1].find((one) => sixteenth % one === 0)!;
  return TICKS[step]!;
};

/** A piece of tape with an arrow at what it reads. */
function Tape({ sixteenths }: { sixteenths: number }) {
  const from = Math.floor(sixteenths / 16) * 16 - 8;
  const x = (one: number) => ((one - from) * INCH) / 16;
  return (
    <svg
      viewBox="0 0 512 130"
      className="w-full max-w-2xl"
      role="img"
      aria-label="A piece of tape with an arrow"
    >
      <rect x="0" y="24" width="512" height="100" fill="var(--card)" stroke="var(--ink)" strokeWidth="2" />
      {Array.from({ length: 33 }, (_, index) => from + index).map((one) => (
        <g key={one}>
          <line x1={x(one)} x2={x(one)} y1="24" y2={24 + heightOf(one)} stroke="var(--ink)" strokeWidth="2" />
          {one % 16 === 0 && (
            <text x={x(one) + 6} y="112" fontSize="30" fontWeight="700" fill="var(--ink)">
              {one / 16}
            </text>
          )}
        </g>
      ))}
      <path d={`M ${x(sixteenths)} 24 l -11 -22 h 22 z`} fill="var(--danger)" />
    </svg>
  );
}

/** Nuts round a wheel, those taken filled. */
function Nuts({ nuts }: { nuts: readonly number[] }) {
  const at = (index: number) => {
    const angle = (index / nuts.length) * 2 * Math.PI - Math.PI / 2;
    return { x: 110 + 78 * Math.cos(angle), y: 110 + 78 * Math.sin(angle) };
  };
  return (
    <svg
      viewBox="0 0 220 220"
      className="w-56"
      role="img"
      aria-label={`${nuts.length} nuts, those taken are filled`}
    >
      <circle cx="110" cy="110" r="104" fill="none" stroke="var(--ink)" strokeWidth="2" />
      {nuts.map((passes, index) => {
        const { x, y } = at(index);
        return (
          <g key={index}>
            <circle
              cx={x}
              cy={y}
              r="20"
              fill={passes ? 'var(--ink)' : 'var(--card)'}
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <text
              x={x}
              y={y + 7}
              fontSize="20"
              fontWeight="700"
              textAnchor="middle"
              fill={passes ? 'var(--paper)' : 'var(--ink)'}
            >
              {index + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** What is shown with a drill’s question. */
export function DrillPicture({ figure }: { figure: DrillFigure }) {
  if (!figure) return null;
  if (figure.kind === 'tape') return <Tape sixteenths={figure.sixteenths} />;
  if (figure.kind === 'nuts') return <Nuts nuts={figure.nuts} />;
  return (
    <table className="ledger max-w-2xl text-xl">
      <thead>
        <tr>
          <th scope="col" />
          {figure.head.map((name) => (
            <th key={name} scope="col" className="text-right!">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {figure.rows.map(({ name, cells }) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {cells.map((cell, index) => (
              <td key={figure.head[index]} className="figure text-right">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
