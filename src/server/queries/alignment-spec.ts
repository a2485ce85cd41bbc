import type { AlignmentSpec } from '@/core/calc/alignment.verdict';
import type { Db } from '../database';

export interface PlatformSpec {
  platform: string;
  source: string;
  spec: AlignmentSpec;
  casterGoal: number | null;
  casterWhy: string;
}

/** What a platform's alignment is held against; null when the shop keeps none yet. */
export async function platformSpec(tx: Db, platform: string): Promise<PlatformSpec | null> {
  if (!platform) return null;
  const row = await tx.row<{
    platform: string;
    source: string;
    spec: AlignmentSpec;
    caster_goal: number | null;
    caster_why: string;
  }>('SELECT platform, source, spec, caster_goal, caster_why FROM alignment_spec WHERE platform = ?', [
    platform,
  ]);
  return (
    row && {
      platform: row.platform,
      source: row.source,
      spec: row.spec,
      casterGoal: row.caster_goal,
      casterWhy: row.caster_why,
    }
  );
}
