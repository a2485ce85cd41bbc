import 'server-only';
import type { CauseFoundData } from '@/core/ledger/kinds/measured';
import type { CauseId } from '@/core/stance/causes';
import type { Db } from '../database';
import type { Row } from '../tables';

/** How many of the newest findings speak: a shop changes its ways and its kits. */
const NEWEST = 500;

/** How often each cause was found behind heights that were off, the last one said of each set. */
export async function causesFound(tx: Db): Promise<Partial<Record<CauseId, number>>> {
  const rows = await tx.rows<Row<'entry', 'canonical'>>(
    "SELECT canonical FROM entry WHERE kind = 'cause.found' ORDER BY received_at DESC, seq DESC LIMIT ?",
    [NEWEST],
  );
  const bySet = new Map<string, CauseId>();
  for (const { canonical } of rows) {
    const { data } = JSON.parse(canonical) as { data: CauseFoundData };
    if (!bySet.has(data.setId)) bySet.set(data.setId, data.cause);
  }
  const found: Partial<Record<CauseId, number>> = {};
  for (const cause of bySet.values()) found[cause] = (found[cause] ?? 0) + 1;
  return found;
}
