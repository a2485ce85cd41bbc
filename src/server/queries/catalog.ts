import 'server-only';
import type { KitBuild } from '@/core/planner/kit-build';
import type { CatalogPart } from '@/core/planner/find-parts';
import type { PartKind } from '@/core/planner/part-kinds';
import type { FactRule } from '@/core/vehicle-facts';
import type { Db } from '../database';
import type { Row } from '../tables';

interface PartRow {
  id: string;
  code: string;
  name: string;
  kind: PartKind;
  end_of_car: 'front' | 'rear' | 'both';
  settings: Record<string, number>;
  cost_cents: number;
  minutes: number;
  claimed: number | null;
  rated_least: number | null;
  rated_most: number | null;
  requires: string[];
  excludes: string[];
  kit_id: string | null;
  kit_name: string | null;
}

export interface ListedPart extends CatalogPart {
  code: string;
  kitId: string | null;
}

/** The codes of parts by their ids; a part that left the catalog has none. */
export async function codesOf(tx: Db, ids: string[]): Promise<Map<string, string>> {
  if (!ids.length) return new Map();
  const rows = await tx.rows<Row<'part', 'id' | 'code'>>(
    `SELECT id, code FROM part WHERE id IN (${ids.map(() => '?').join(', ')})`,
    ids,
  );
  return new Map(rows.map((row) => [row.id, row.code]));
}

const PART_COLUMNS = `part.id, code, part.name, kind, end_of_car, settings, cost_cents, minutes, claimed, rated_least, rated_most,
  requires, excludes, kit_id, kit.name AS kit_name`;

/** `requires` and `excludes` name codes in the catalog and ids to the search. */
function partFrom(row: PartRow, idOf: Map<string, string>): ListedPart {
  const ids = (codes: string[]) => codes.flatMap((code) => idOf.get(code) ?? []);
  return {
    id: row.id,
    code: row.code,
    name: row.name,
    kind: row.kind,
    end: row.end_of_car,
    set: row.settings,
    cost: row.cost_cents,
    minutes: row.minutes,
    claimed: row.claimed,
    rated:
      row.rated_least === null || row.rated_most === null
        ? null
        : { least: row.rated_least, most: row.rated_most },
    requires: ids(row.requires),
    excludes: ids(row.excludes),
    kit: row.kit_name,
    kitId: row.kit_id,
    catalogId: row.id,
    source: 'new',
  };
}

/** The shop's catalog of parts, in the order of their codes. */
export async function catalogParts(tx: Db): Promise<ListedPart[]> {
  const rows = await tx.rows<PartRow>(
    `SELECT ${PART_COLUMNS} FROM part LEFT JOIN kit ON kit.id = part.kit_id WHERE part.active ORDER BY code LIMIT 2000`,
  );
  const idOf = new Map(rows.map((row) => [row.code, row.id]));
  return rows.map((row) => partFrom(row, idOf));
}

export interface Kit {
  id: string;
  name: string;
  note: string;
  fits: { front?: string[]; rear?: string[] };
  claimed: { front: number | null; rear: number | null };
  /** When its maker wants the chassis clicked again, km; null as the shop does. */
  recheckKm: number | null;
  builds: KitBuild[];
}

export async function catalogKits(tx: Db): Promise<Kit[]> {
  const rows = await tx.rows<
    Row<'kit', 'id' | 'name' | 'note' | 'claimed_front' | 'claimed_rear' | 'recheck_km'> & {
      fits: Kit['fits'];
    }
  >(
    'SELECT id, name, note, fits, claimed_front, claimed_rear, recheck_km FROM kit WHERE active ORDER BY name',
  );
  const builds = await tx.rows<
    Row<'kit_build', 'id' | 'kit_id' | 'name'> & { facts: FactRule[]; part_lines: KitBuild['lines'] }
  >('SELECT id, kit_id, name, facts, part_lines FROM kit_build ORDER BY kit_id, position');
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    note: row.note,
    fits: row.fits,
    claimed: { front: row.claimed_front, rear: row.claimed_rear },
    recheckKm: row.recheck_km,
    builds: builds
      .filter((build) => build.kit_id === row.id)
      .map(({ id, name, facts, part_lines }) => ({ id, name, facts, lines: part_lines })),
  }));
}

/** How each kit's claim has held over the axles it was measured on here: mean of measured over claimed. */
export async function kitRecords(tx: Db): Promise<{ kit: string; jobs: number; ratio: number }[]> {
  return tx.rows(
    `SELECT kit, COUNT(*) AS jobs, AVG(measured / claimed) AS ratio FROM finished_lift
      WHERE kit IS NOT NULL AND claimed IS NOT NULL AND claimed <> 0 GROUP BY kit ORDER BY kit`,
  );
}
