import { CORNER_NAMES, type Corner } from '@/core/corners';
import type { HeightMethod } from '@/core/ledger/kinds/arrival';

const LOWER: Record<HeightMethod, { y: number; words: string }> = {
  hub: { y: 150, words: 'from the center of the hub' },
  floor: { y: 222, words: 'from the floor beneath the hub' },
  chassis: { y: 150, words: 'from the same chassis point' },
};

/** Where the tape goes at a corner: from hub or floor straight up to the lip, drawn with the wheel it stands at. */
export function TapeGoes({
  corner,
  method,
  upperPoint,
}: {
  corner: Corner;
  method: HeightMethod;
  upperPoint: string;
}) {
  const { y, words } = LOWER[method];
  const said = `${CORNER_NAMES[corner]}: the tape goes ${words} straight up to the ${upperPoint}, on the outside, at eye level.`;
  return (
    <figure className="max-w-sm">
      <svg viewBox="0 0 320 240" role="img" aria-label={said} className="w-full">
        <path
          d="M10 96h52c6-58 50-84 98-84s92 26 98 84h52v26h-34a82 82 0 0 0-164 0H10Z"
          fill="var(--hair)"
          stroke="var(--ink)"
          strokeWidth="3"
          transform="translate(0 -6)"
        />
        <circle cx="160" cy="150" r="72" fill="none" stroke="var(--ink)" strokeWidth="9" />
        <circle cx="160" cy="150" r="42" fill="none" stroke="var(--ink)" strokeWidth="3" />
        <path d="M154 150h12M160 144v12" stroke="var(--ink)" strokeWidth="3" />
        <path d="M10 224h300" stroke="var(--ink)" strokeWidth="3" />
        <path d={`M160 ${y}V36`} stroke="var(--pen)" strokeWidth="9" />
        <path d={`M160 ${y}V36`} stroke="var(--ink)" strokeWidth="9" strokeDasharray="1.5 7" />
        <path d={`M144 ${y}h32M144 36h32`} stroke="var(--ink)" strokeWidth="4" />
      </svg>
      <figcaption className="text-base first-letter:uppercase">{said}</figcaption>
    </figure>
  );
}
