import { figureText } from '@/core/planner/figure-text';
import type { RoomNow, RungNow } from '@/core/procedure/refits';
import { capital } from '@/core/wording';

/** Less than a tape reads is room enough, mm. */
const READS = 1;

/** Force in words that a hand can picture. */
const forceText = (newtons: number, lengths: 'in' | 'mm') =>
  `${Math.round(newtons / 10) * 10} N, like ${figureText(newtons / 9.81, 'kg', lengths)} lying on it`;

/** How it goes in by the plan, as the axle stands by the record. */
export function roomHeadline({ planned, short, force, name }: RoomNow, lengths: 'in' | 'mm'): string {
  if (!planned || short === null) return `${capital(name)} will not go in?`;
  if (planned.fits) return 'By the plan it goes in without force. Will it not?';
  if (short < READS)
    return `By the plan it was ${figureText(planned.shortfall, 'mm', lengths)} too long: as it hangs now it goes in.`;
  return `By the plan ${figureText(short, 'mm', lengths)} too long as it hangs now: ${forceText(force!, lengths)}.`;
}

function leavesText({ leaves, already }: RungNow, lengths: 'in' | 'mm'): string {
  if (already) return '; open by the record, counted already';
  if (leaves === null) return '';
  return leaves < READS
    ? '; with all before it, room enough'
    : `; with all before it, still ${figureText(leaves, 'mm', lengths)} short`;
}

/** One way of making room: what is done, what it takes, what it leaves, where it could hurt. */
export function RungWords({
  rung,
  minutes,
  times,
  lengths,
}: {
  rung: RungNow;
  minutes: number;
  /** How many times it was used here. */
  times: number;
  lengths: 'in' | 'mm';
}) {
  return (
    <div className="min-w-0">
      <p className="text-xl leading-snug font-semibold">{rung.title}</p>
      <p className="text-lg text-soft">
        {Math.round(minutes)} min{times > 0 ? ` by the book and ${times} here` : ' by the book'}
        {leavesText(rung, lengths)}
      </p>
      {rung.caution && <p className="caution mt-1 px-3 py-1 text-lg font-medium">{rung.caution}</p>}
    </div>
  );
}
