import type { ComeBack } from '@/server/queries/come-backs';
import { Stripe } from '@/ui/stripe';

/** Fasteners come back under their stripe; heights, the rack and a word under drawn signs of their own. */
export function ComeBackSign({
  comeBack,
  size,
}: {
  comeBack: Pick<ComeBack, 'kind' | 'stripe'>;
  size: number;
}) {
  if (comeBack.kind === 'wheel' || comeBack.kind === 'chassis')
    return <Stripe state={comeBack.stripe} size={size} />;
  const drawn = {
    heights: 'M8 40h32M14 40V12M34 40V20M8 12h12M28 20h12M14 18h5M14 24h5M14 30h5',
    alignment: 'M24 6v36M14 10l-4 28M34 10l4 28M8 8h12M28 8h12',
    'check-in': 'M8 12h32v20H24l-8 8v-8H8zM15 19h18M15 25h12',
  }[comeBack.kind];
  const name = { heights: 'Heights', alignment: 'Alignment', 'check-in': 'A word' }[comeBack.kind];
  return (
    <svg width={size} height={size} viewBox="0 0 48 48" role="img" aria-label={name} className="shrink-0">
      <path d={drawn} fill="none" stroke="var(--ink)" strokeWidth="3" />
    </svg>
  );
}
