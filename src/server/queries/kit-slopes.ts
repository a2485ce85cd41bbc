import 'server-only';
import type { ExpectedSlope } from '@/core/planner/planned-figures';
import { type JobSlope, slopesOfJobs } from '@/core/ledger/kit-slopes';
import type { Db } from '../database';

/** What jobs with one of these kits on this platform learned of each setting, by end and unit. */
export async function learnedSlopes(
  tx: Db,
  kits: readonly string[],
  platform: string,
): Promise<Record<string, ExpectedSlope>> {
  if (!kits.length || !platform) return {};
  const rows = await tx.rows<{ detail: JobSlope }>(
    `SELECT detail FROM kit_fact WHERE what = 'slope' AND platform = ? AND kit IN (${kits.map(() => '?').join(', ')})
      ORDER BY at DESC LIMIT 200`,
    [platform, ...kits],
  );
  return slopesOfJobs(rows.map(({ detail }) => detail));
}
