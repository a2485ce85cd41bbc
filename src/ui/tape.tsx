import { Link } from '@/ui/link';
import type { TapeMark } from '@/core/ledger/tape';

type Ticks = Pick<TapeMark, 'id' | 'ticks' | 'done'>;

/** Where each mark begins and how wide it is, in a thousand parts; a mark never gets so thin that its number is lost. */
function measure(marks: Ticks[]): { start: number; width: number }[] {
  const least = 42;
  const total = marks.reduce((sum, mark) => sum + Math.max(1, mark.ticks), 0);
  const free = 1000 - least * marks.length;
  let start = 0;
  return marks.map((mark) => {
    const width = least + (Math.max(1, mark.ticks) / total) * free;
    const own = { start, width };
    start += width;
    return own;
  });
}

/** How far the tape is out: the end of the first mark that still owes something, and as far into it as is done. */
function hookAt(marks: Ticks[], places: { start: number; width: number }[]): number {
  const now = marks.findIndex((mark) => mark.done < mark.ticks);
  if (now < 0) return 1000;
  const { start, width } = places[now]!;
  return start + (marks[now]!.done / marks[now]!.ticks) * width;
}

interface Stroke {
  at: number;
  long: number;
}

/** The short strokes between the marks, every other one longer; a narrow mark has fewer. */
function ticksOf(marks: Ticks[], places: { start: number; width: number }[], height: number): Stroke[] {
  return marks.flatMap((mark, index) => {
    const { start, width } = places[index]!;
    const steps = Math.min(mark.ticks, Math.floor(width / 6));
    return Array.from({ length: Math.max(0, steps - 1) }, (_, tick) => ({
      at: start + ((tick + 1) / steps) * width,
      long: height * (tick % 2 ? 0.45 : 0.3),
    }));
  });
}

/** Many strokes as one path: a page of tapes has a thousand of them. */
const strokes = (all: Stroke[]) =>
  all.map(({ at, long }) => `M${Math.round(at * 10) / 10} 0v${Math.round(long * 10) / 10}`).join('');

const HEIGHTS = { small: 18, large: 28 } as const;

function TapeDrawing({
  marks,
  size,
  held,
  label,
}: {
  marks: Ticks[];
  size: 'small' | 'large';
  held?: boolean;
  label: string;
}) {
  const height = HEIGHTS[size];
  const places = measure(marks);
  const hook = hookAt(marks, places);
  const side =
    (passed: boolean) =>
    ({ at }: Stroke) =>
      at + 0.5 < hook === passed;
  return (
    <svg
      viewBox={`0 0 1012 ${height + 6}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      className="block w-full"
      style={{ height: height + 6 }}
    >
      <rect
        x="0.5"
        y="0.5"
        width="1000"
        height={height}
        fill="var(--card)"
        stroke="var(--rule)"
        vectorEffect="non-scaling-stroke"
      />
      <rect x="0" y="0.5" width={hook} height={height} fill="var(--pen)" />
      {[true, false].map((passed) => {
        const tone = passed ? 'var(--on-pen)' : 'var(--soft)';
        return (
          <g key={String(passed)} stroke={tone}>
            <path
              d={strokes(places.map(({ start }) => ({ at: start + 0.5, long: height })).filter(side(passed)))}
              strokeWidth={passed ? 2 : 1.5}
              vectorEffect="non-scaling-stroke"
            />
            <path
              d={strokes(ticksOf(marks, places, height).filter(side(passed)))}
              strokeWidth="1"
              opacity="0.8"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      })}
      {held && (
        <path
          d={`M${hook + 6} ${height - 2}l5 ${4 - height}M${hook + 11} ${height - 2}l5 ${4 - height}M${hook + 16} ${height - 2}l5 ${4 - height}`}
          stroke="var(--ink)"
          strokeWidth="2.5"
          vectorEffect="non-scaling-stroke"
        />
      )}
      <path
        d={`M${hook} 0v${height + 3}h7`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="4"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

const words = (marks: Ticks[]) => {
  const now = marks.findIndex((mark) => mark.done < mark.ticks);
  return now < 0 ? 'All the way out: every mark is done.' : `Tape out to mark ${now + 1} of ${marks.length}.`;
};

/** The tape, small: how far a car is. */
export function SmallTape({ marks, held }: { marks: Ticks[]; held?: boolean }) {
  return <TapeDrawing marks={marks} size="small" held={held} label={words(marks)} />;
}

/** The tape, large: the spine of a work order. With its labels each mark leads to its page; narrow, the current one alone. */
export function LargeTape({
  marks,
  hrefs,
  here,
  labels,
}: {
  marks: TapeMark[];
  hrefs: Record<string, string>;
  here?: string;
  labels: boolean;
}) {
  const places = measure(marks);
  const hook = hookAt(marks, places);
  const drawing = <TapeDrawing marks={marks} size="large" label={words(marks)} />;
  if (!labels) return drawing;
  const now = marks.findIndex((mark) => mark.id === here);
  return (
    <nav aria-label="The order of work">
      {drawing}
      {now >= 0 && (
        <Link
          href={hrefs[here!] ?? '#'}
          className="flex min-h-11 items-center font-head text-lg font-semibold no-underline desk:hidden"
        >
          {now + 1} of {marks.length}: {marks[now]!.label}
        </Link>
      )}
      <ol className="relative mt-1 hidden h-14 desk:block">
        {marks.map((mark, index) => {
          const done = places[index]!.start < hook;
          return (
            <li
              key={mark.id}
              className="absolute top-0"
              style={{ left: `${places[index]!.start / 10.12}%`, width: `${places[index]!.width / 10.12}%` }}
            >
              <Link
                href={hrefs[mark.id] ?? '#'}
                aria-current={here === mark.id ? 'step' : undefined}
                className="block min-h-11 pl-1.5 font-head leading-tight no-underline hover:bg-hair aria-[current=step]:border-l-4 aria-[current=step]:border-ink"
              >
                <span className="block text-base font-semibold">{index + 1}</span>
                <span className={`block text-sm leading-[1.05] ${done ? 'text-ink' : 'text-soft'}`}>
                  {mark.label}
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
