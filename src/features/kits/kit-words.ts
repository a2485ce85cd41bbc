import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { KitLiftSummary } from '@/core/ledger/kit-ledger';

/** `Front 2 1/4 measured, ± 1/8 over 3 jobs; 2 1/2 claimed` */
export function describeLift(summary: KitLiftSummary, unit: TapeUnit): string {
  const spread = summary.spread === null ? '' : `, ± ${formatTape(summary.spread, unit)}`;
  const claimed =
    summary.claimed === null ? 'nothing claimed' : `${formatTape(summary.claimed, unit)} claimed`;
  return `${summary.end === 'front' ? 'Front' : 'Rear'} ${formatTape(summary.mean, unit)} measured${spread} over ${summary.jobs} ${summary.jobs === 1 ? 'job' : 'jobs'}; ${claimed}`;
}

/** How the claim held, in words: a kit's figure is the maker's word, ours is what was measured here. */
export function describeClaim(ratio: number | null): string {
  if (ratio === null) return 'no claim to hold it against';
  const percent = Math.round(ratio * 100);
  if (Math.abs(percent - 100) <= 3) return 'gives what it claims';
  return percent > 100
    ? `gives ${percent - 100}% more than it claims`
    : `gives ${100 - percent}% less than it claims`;
}
