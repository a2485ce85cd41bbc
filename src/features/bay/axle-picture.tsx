'use client';

import { type AxlePicture as Drawn, PICTURE_SIZE } from '@/core/anatomy/picture';
import { OpenSign, Stripe } from '@/ui/stripe';

const STATE_WORDS = { closed: 'closed', eased: 'eased', open: 'open' } as const;
const FAINT = new Set(['wheel', 'frame', 'subframe']);

/**
 * One end of the car as the record has it, seen along the car from behind: what joins what, what carries it, how far it hangs.
 * A joint or a line may be picked on it.
 */
export function AxlePicture({
  picture,
  end,
  lit = [],
  onPick,
}: {
  picture: Drawn;
  end: 'front' | 'rear';
  /** Ids of the joints that are spoken of. */
  lit?: readonly string[];
  onPick?: (id: string) => void;
}) {
  const open = picture.joints.filter(({ state }) => state === 'open').length;
  const eased = picture.joints.filter(({ state }) => state === 'eased').length;
  const pick = (id: string, name: string, x: number, y: number) =>
    onPick && (
      <circle
        cx={x}
        cy={y}
        r={17}
        fill="transparent"
        className="cursor-pointer"
        role="button"
        aria-label={name}
        onClick={() => onPick(id)}
      />
    );
  return (
    <figure className="my-3">
      <svg
        viewBox={`0 0 ${PICTURE_SIZE.width} ${PICTURE_SIZE.height}`}
        className="w-full max-w-3xl border-2 border-rule bg-card"
        role="group"
        aria-label={`The ${end} of the car from behind: ${open} joints open, ${eased} eased.`}
      >
        {picture.bodies.map(({ id, kind, d, width }) => (
          <path
            key={id}
            d={d}
            fill="none"
            stroke={FAINT.has(kind) ? 'var(--rule)' : 'var(--soft)'}
            strokeWidth={width}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
        {picture.lines.map(({ id, d, free }) => (
          <path
            key={id}
            d={d}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={2}
            strokeDasharray={free ? '3 9' : undefined}
          />
        ))}
        {picture.carried.map(({ id, x, y, by }) => (
          <g key={`carried ${id}`}>
            <path
              d={`M${x} ${y + 12}l16 26h-32Z`}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth={2.5}
            />
            <text x={x + 20} y={y + 38} fontSize={15} fill="var(--ink)">
              {by}
            </text>
          </g>
        ))}
        {picture.hangs
          .filter(({ mm }) => mm > 0)
          .map(({ side, x, y, mm }) => (
            <text
              key={side}
              x={x}
              y={y + 104}
              fontSize={19}
              fontWeight={600}
              textAnchor="middle"
              fill="var(--ink)"
            >
              {Math.round(mm)} mm
            </text>
          ))}
        {picture.lines.map(({ id, name, x, y, free }) => (
          <g key={id}>
            <rect
              x={x - 9}
              y={y - 9}
              width={18}
              height={18}
              fill={free ? 'var(--card)' : 'var(--ink)'}
              stroke="var(--ink)"
              strokeWidth={2}
              strokeDasharray={free ? '5 3' : undefined}
            />
            {pick(id, `${name}: ${free ? 'free' : 'joined'}`, x, y)}
          </g>
        ))}
        {picture.joints.map(({ id, name, x, y, state }) => (
          <g key={id}>
            {lit.includes(id) && (
              <circle
                cx={x}
                cy={y}
                r={17}
                fill="none"
                stroke="var(--on-pen)"
                strokeWidth={7}
                data-lit={name}
              />
            )}
            {lit.includes(id) && (
              <circle cx={x} cy={y} r={17} fill="var(--card)" stroke="var(--pen)" strokeWidth={4.5} />
            )}
            <g transform={`translate(${x - 14} ${y - 14})`} className="text-ink">
              <circle cx={14} cy={14} r={11} fill="var(--card)" />
              {state === 'open' ? (
                <OpenSign size={28} label={`${name}: open`} />
              ) : (
                <Stripe
                  size={28}
                  state={state === 'eased' ? 'broken' : 'bare'}
                  label={`${name}: ${STATE_WORDS[state]}`}
                />
              )}
            </g>
            {pick(id, `${name}: ${STATE_WORDS[state]}`, x, y)}
          </g>
        ))}
      </svg>
      <figcaption className="mt-1 text-base text-soft">
        From behind, left on the left; a sketch, to no scale. Hexagon: a joint, closed. Broken hexagon: eased.
        Parted ends: open. Square: a line, filled while it is joined, hollow where it is free.
      </figcaption>
    </figure>
  );
}
