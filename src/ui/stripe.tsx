import type { Stripe as StripeState } from '@/core/procedure/engine';

export const STRIPE_WORDS: Record<StripeState, string> = {
  bare: 'not touched',
  broken: 'loosened',
  thin: 'snug only',
  full: 'torqued',
  double: 'torqued and checked by a second person',
  shifted: 'found moved',
};

const HEXAGON = 'M20 9l9.5 5.5v11L20 31l-9.5-5.5v-11Z';

/** Paint across nut and part. The shape carries the meaning; color only helps. */
export function Stripe({ state, size = 40, label }: { state: StripeState; size?: number; label?: string }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 40 40"
      role="img"
      aria-label={label ?? STRIPE_WORDS[state]}
      className="shrink-0"
    >
      {/* The paint has an edge of ink: on paper its yellow alone is too pale to be seen by everybody. */}
      {state === 'full' && (
        <>
          <path d="M20 0v40" stroke="var(--on-pen)" strokeWidth="10.5" />
          <path d="M20 0v40" stroke="var(--pen)" strokeWidth="8" />
        </>
      )}
      {state === 'double' && (
        <>
          <path d="M20 0v40" stroke="var(--on-pen)" strokeWidth="18" />
          <path d="M15.5 0v40" stroke="var(--pen)" strokeWidth="6" />
          <path d="M24.5 0v40" stroke="var(--second)" strokeWidth="6" />
        </>
      )}
      {state === 'shifted' && <path d="M20 0v9M20 31v9M13 28l14-16" stroke="var(--pen)" strokeWidth="7" />}
      {state === 'thin' && <path d="M20 0v40" stroke="var(--pen)" strokeWidth="3" />}
      <path
        d={HEXAGON}
        fill="none"
        stroke="currentColor"
        strokeWidth="2.75"
        strokeDasharray={state === 'broken' ? '7 5' : undefined}
      />
      {state === 'broken' && (
        <>
          <path d="M16 0h8v6h-8ZM16 34h8v6h-8Z" fill="none" stroke="currentColor" strokeWidth="1.75" />
          <circle cx="20" cy="20" r="2.5" fill="currentColor" />
        </>
      )}
    </svg>
  );
}

/** Something open on the car: two ends parted. It is not a fastener, so it does not wear the stripe. */
export function OpenSign({ size = 40, label = 'open' }: { size?: number; label?: string }) {
  return (
    <svg width={size} height={size} viewBox="0 0 40 40" role="img" aria-label={label} className="shrink-0">
      <path
        d="M3 26h9a8 8 0 0 0 0-14H3M37 14h-9a8 8 0 0 0 0 14h9"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.75"
      />
      <path d="M21.5 6l-3 8M21.5 26l-3 8" stroke="var(--danger)" strokeWidth="3" />
    </svg>
  );
}
