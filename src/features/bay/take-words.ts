import type { FastenerState } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueTexts } from '@/core/units/torque-text';

/** What recording the fastener now writes down, in the words of its button. */
export function describeTake(
  fastener: Fastener,
  now: FastenerState,
  recheck: boolean,
  unit: 'lbft' | 'nm',
  typed: number | null = null,
): string {
  const passes = recheck ? 1 : (fastener.passes ?? 1);
  const value = now.spec && torqueTexts(now.spec.nm, unit);
  const figure = value && `${value.value} ${value.unit}`;
  if (!recheck && now.spec?.angleDeg !== undefined && now.pass >= passes && !now.torqued)
    return typed === null ? `Record ${now.spec.angleDeg}° turned` : `Record ${typed}° turned, typed`;
  if (typed !== null) return `Record ${typed} ${value?.unit ?? ''}, typed`;
  if (recheck) return `Record: clicked at ${figure}`;
  return passes > 1
    ? `Record pass ${Math.min(passes, now.pass + 1)} of ${passes}: ${figure}`
    : `Record ${figure}`;
}
