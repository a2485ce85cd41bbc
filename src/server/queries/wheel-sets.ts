import type { WheelsData } from '@/core/ledger/kinds/arrival';
import { wheelText } from '@/core/ledger/wheel-compare';
import type { DialFrom, WheelSet } from '@/core/ledger/wheel-set';
import type { Db } from '../database';
import type { Row } from '../tables';

type SetRow = Row<
  'wheel_set',
  | 'id'
  | 'vehicle_id'
  | 'name'
  | 'tires'
  | 'rim_width_in'
  | 'offset_mm'
  | 'nm'
  | 'source'
  | 'dial_factor'
  | 'gone'
> & { dial_from: DialFrom };

/** The wheel sets of these cars, those that are gone last. */
async function setsOfCars(
  tx: Db,
  vehicleIds: readonly string[],
): Promise<(WheelSet & { vehicleId: string })[]> {
  if (!vehicleIds.length) return [];
  const rows = await tx.rows<SetRow>(
    `SELECT id, vehicle_id, name, tires, rim_width_in, offset_mm, nm, source, dial_factor, dial_from, gone
       FROM wheel_set WHERE vehicle_id IN (${vehicleIds.map(() => '?').join(', ')})
      ORDER BY gone, kept_at, id`,
    [...vehicleIds],
  );
  return rows.map((row) => ({
    id: row.id,
    vehicleId: row.vehicle_id,
    name: row.name,
    tires: row.tires,
    rimWidthIn: row.rim_width_in,
    offsetMm: row.offset_mm,
    nm: row.nm,
    source: row.source,
    dialFactor: row.dial_factor,
    dialFrom: row.dial_from,
    gone: Boolean(row.gone),
  }));
}

export const wheelSets = (tx: Db, vehicleId: string): Promise<WheelSet[]> => setsOfCars(tx, [vehicleId]);

/** What an intake can choose of: the sets of each car that are not gone. */
export interface ChosenSet {
  id: string;
  name: string;
  tires: string;
  wheels: string;
}

/** @returns by car */
export async function setsToChoose(tx: Db, vehicleIds: readonly string[]): Promise<Map<string, ChosenSet[]>> {
  const sets = new Map<string, ChosenSet[]>(vehicleIds.map((id) => [id, []]));
  for (const set of await setsOfCars(tx, vehicleIds))
    if (!set.gone)
      sets.get(set.vehicleId)!.push({ id: set.id, name: set.name, tires: set.tires, wheels: wheelText(set) });
  return sets;
}

/** The set the car was last put on, by the newest order that says so; null where none does, or the set is unknown. */
export async function wheelsOnCar(tx: Db, vehicleId: string): Promise<WheelSet | null> {
  const row = await tx.row<Row<'wheels_on', 'set_id'>>(
    'SELECT set_id FROM wheels_on WHERE vehicle_id = ? ORDER BY order_number DESC LIMIT 1',
    [vehicleId],
  );
  if (!row) return null;
  return (await wheelSets(tx, vehicleId)).find((set) => set.id === row.set_id) ?? null;
}

/** A set as an order’s entry keeps it. */
export const asPutOn = (set: WheelSet): WheelsData => ({
  setId: set.id,
  name: set.name,
  tires: set.tires,
  wheels: wheelText(set),
  nm: set.nm,
  source: set.source,
  dialFactor: set.dialFactor,
});
