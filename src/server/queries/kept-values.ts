import 'server-only';
import type { OrderState } from '@/core/ledger/order-state';
import { latestPlan } from '@/core/ledger/order-state';
import { nutSpecs } from '@/core/ledger/wheel-set';
import { partsAt } from '@/core/planner/plan-part';
import type { TorqueSpec } from '@/core/procedure/types';
import type { ValuesByPlace } from '@/core/procedure/values';
import type { Db } from '../database';
import type { Row } from '../tables';
import { platformOf } from './platform';
import { wheelsOnCar } from './wheel-sets';

type ValueRow = Row<
  'kept_value',
  'procedure_id' | 'kit' | 'place' | 'nm' | 'angle_deg' | 'source' | 'made_up' | 'order_number'
>;

const specOf = (row: ValueRow): TorqueSpec => ({
  nm: row.nm,
  ...(row.angle_deg === null ? {} : { angleDeg: row.angle_deg }),
  source: row.made_up
    ? row.source
    : `${row.source}, kept from ${row.order_number ? `order ${row.order_number}` : 'the value sheet'}`,
  ...(row.made_up ? { madeUp: true as const } : {}),
});

const COLUMNS = 'procedure_id, kit, place, nm, angle_deg, source, made_up, order_number';

/** The made-up values of a demo, by procedure. Elsewhere there are none. */
export async function demoValues(tx: Db): Promise<Map<string, Map<string, TorqueSpec>>> {
  const rows = await tx.rows<ValueRow>(`SELECT ${COLUMNS} FROM kept_value WHERE procedure_id <> ''`);
  const byProcedure = new Map<string, Map<string, TorqueSpec>>();
  for (const row of rows) {
    const own = byProcedure.get(row.procedure_id) ?? new Map<string, TorqueSpec>();
    byProcedure.set(row.procedure_id, own.set(row.place, specOf(row)));
  }
  return byProcedure;
}

/** The kits of a plan at each end, as one name: values are kept for just these together. */
export function kitsAtEnds(state: OrderState): Record<'front' | 'rear', string> {
  const parts = latestPlan(state)?.data.parts ?? [];
  const at = (end: 'front' | 'rear') =>
    [...new Set(partsAt(parts, end).flatMap((part) => (part.kit ? [part.kit] : [])))].sort().join(' + ');
  return { front: at('front'), rear: at('rear') };
}

/** Which kits a place belongs to: those of its end; what belongs to the whole car goes by both. */
export const kitOfPlace = (kits: Record<'front' | 'rear', string>, place: string): string =>
  place.startsWith('front.')
    ? kits.front
    : place.startsWith('rear.')
      ? kits.rear
      : [...new Set([kits.front, kits.rear].filter(Boolean))].sort().join(' + ');

/** What the shop has kept for a car of this platform with these kits: a value for the very kits before one for any. */
export async function keptValues(
  tx: Db,
  platform: string,
  kits: Record<'front' | 'rear', string>,
): Promise<ValuesByPlace> {
  if (!platform) return new Map();
  const rows = await tx.rows<ValueRow>(
    `SELECT ${COLUMNS} FROM kept_value WHERE procedure_id = '' AND platform = ? ORDER BY kit = '' DESC`,
    [platform],
  );
  return new Map(
    rows
      .filter((row) => row.kit === '' || row.kit === kitOfPlace(kits, row.place))
      .map((row) => [row.place, specOf(row)]),
  );
}

/** The values an order starts with: its wheel nuts by the wheels it stands on, before what its platform is kept with. */
export async function keptValuesOf(tx: Db, vehicleId: string, state: OrderState): Promise<ValuesByPlace> {
  const kept = await keptValues(tx, await platformOf(tx, vehicleId), kitsAtEnds(state));
  const worn = state.wheels?.data ?? (await wheelsOnCar(tx, vehicleId));
  return worn ? new Map([...kept, ...nutSpecs(worn)]) : kept;
}

/** What is kept for just this platform and this kit. */
export async function keptFor(tx: Db, platform: string, kit: string): Promise<ValuesByPlace> {
  if (!platform) return new Map();
  const rows = await tx.rows<ValueRow>(
    `SELECT ${COLUMNS} FROM kept_value WHERE procedure_id = '' AND platform = ? AND kit = ?`,
    [platform, kit],
  );
  return new Map(rows.map((row) => [row.place, specOf(row)]));
}

/** What a sheet can be for: the platforms of the shop’s cars, and its kits. */
export async function platformsAndKits(tx: Db): Promise<{ platforms: string[]; kits: string[] }> {
  const [cars, kits] = await Promise.all([
    tx.rows<Row<'vehicle', 'platform'>>(
      "SELECT DISTINCT platform FROM vehicle WHERE platform <> '' ORDER BY platform LIMIT 60",
    ),
    tx.rows<Row<'kit', 'name'>>('SELECT name FROM kit WHERE active ORDER BY name'),
  ]);
  return { platforms: cars.map((row) => row.platform), kits: kits.map((row) => row.name) };
}
