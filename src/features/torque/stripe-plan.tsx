import { CORNER_NAMES, type Corner } from '@/core/corners';
import { type RunState } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { STRIPE_WORDS, Stripe } from '@/ui/stripe';

const CELLS: { key: string; own: (fastener: Fastener) => boolean; className: string }[] = [
  { key: 'LF', own: (f) => f.corner === 'LF', className: 'col-start-1 row-start-1 justify-end' },
  { key: 'RF', own: (f) => f.corner === 'RF', className: 'col-start-3 row-start-1' },
  {
    key: 'front',
    own: (f) => !f.corner && f.end === 'front',
    className: 'col-start-2 row-start-1 justify-center',
  },
  { key: 'LR', own: (f) => f.corner === 'LR', className: 'col-start-1 row-start-2 justify-end self-end' },
  { key: 'RR', own: (f) => f.corner === 'RR', className: 'col-start-3 row-start-2 self-end' },
  {
    key: 'rear',
    own: (f) => !f.corner && f.end !== 'front',
    className: 'col-start-2 row-start-2 justify-center self-end',
  },
];

/** The stripes where they sit on the car, seen from above: the state of a car from across the bay. */
export function StripePlan({ fasteners, run }: { fasteners: Fastener[]; run: RunState }) {
  return (
    <div
      className="relative grid min-h-52 grid-cols-[1fr_5.5rem_1fr] grid-rows-2 gap-2"
      aria-label="Stripes on the car's plan"
    >
      <svg
        viewBox="0 0 88 288"
        preserveAspectRatio="none"
        aria-hidden
        className="absolute top-0 left-1/2 h-full w-22 -translate-x-1/2"
      >
        <path
          d="M12 30q32 -26 64 0l6 60v110l-6 66q-32 16 -64 0l-6 -66v-110Z"
          fill="none"
          stroke="var(--rule)"
          strokeWidth="2"
        />
      </svg>
      {CELLS.map(({ key, own, className }) => (
        <ul key={key} className={`relative flex flex-wrap content-start gap-1 ${className}`}>
          {fasteners.filter(own).map((fastener) => {
            const { stripe } = run.fasteners.get(fastener.id)!;
            const where = CORNER_NAMES[key as Corner] ?? key;
            return (
              <li key={fastener.id}>
                <Stripe
                  state={stripe}
                  size={26}
                  label={`${fastener.name}, ${where}: ${STRIPE_WORDS[stripe]}`}
                />
              </li>
            );
          })}
        </ul>
      ))}
    </div>
  );
}
