import 'server-only';
import type { AlignmentSpec } from '@/core/calc/alignment.verdict';
import type { EntryOf } from '@/core/ledger/entries';
import type { Db } from '../database';
import type { Row } from '../tables';

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
  const row = await tx.row<
    Row<'alignment_spec', 'platform' | 'source' | 'caster_goal' | 'caster_why'> & { spec: AlignmentSpec }
  >('SELECT platform, source, spec, caster_goal, caster_why FROM alignment_spec WHERE platform = ?', [
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

/**
 * What a car's alignment is held against: what the shop keeps for its platform, else what its own last sheet was held
 * against; null where neither is known.
 */
export async function specOfCar(tx: Db, car: { id: string; platform: string }): Promise<PlatformSpec | null> {
  const kept = await platformSpec(tx, car.platform);
  if (kept) return kept;
  const row = await tx.row<Row<'entry', 'canonical'>>(
    `SELECT canonical FROM entry JOIN work_order ON work_order.id = entry.chain
      WHERE vehicle_id = ? AND entry.kind = 'alignment' ORDER BY received_at DESC, seq DESC LIMIT 1`,
    [car.id],
  );
  if (!row) return null;
  const { data } = JSON.parse(row.canonical) as EntryOf<'alignment'>;
  return {
    platform: car.platform,
    source: data.specSource,
    spec: data.spec,
    casterGoal: data.casterGoal?.deg ?? null,
    casterWhy: data.casterGoal?.why ?? '',
  };
}
