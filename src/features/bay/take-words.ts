import type { FastenerState } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueTexts } from '@/core/units/torque-text';

/** What taking the fastener now records, in the words of its button. */
export function describeTake(
  fastener: Fastener,
  now: FastenerState,
  recheck: boolean,
  unit: 'lbft' | 'nm',
): string {
  const passes = recheck ? 1 : (fastener.passes ?? 1);
  const value = now.spec && torqueTexts(now.spec.nm, unit).value;
  if (!recheck && now.spec?.angleDeg !== undefined && now.pass >= passes && !now.torqued)
    return `Turned ${now.spec.angleDeg}°`;
  if (recheck) return 'Clicked';
  return passes > 1 ? `Pass ${Math.min(passes, now.pass + 1)} of ${passes}: ${value}` : `Take ${value}`;
}
