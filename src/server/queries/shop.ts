import type { Db } from '../database';

export interface Shop {
  name: string;
  timeZone: string;
  currency: string;
  distanceUnit: 'km' | 'mi';
  wheelRecheckKm: number;
  chassisRecheckKm: number;
  chassisRecheckDays: number;
  centsPerHour: number;
  /** The largest piece taken off a coil at once, turns. */
  coilStepTurns: number;
}

interface ShopRow {
  name: string;
  time_zone: string;
  currency: string;
  distance_unit: 'km' | 'mi';
  wheel_recheck_km: number;
  chassis_recheck_km: number;
  chassis_recheck_days: number;
  cents_per_hour: number;
  coil_step_turns: number;
}

/** The one shop of this installation; null before its first owner has opened it. */
export async function findShop(tx: Db): Promise<Shop | null> {
  const row = await tx.row<ShopRow>('SELECT * FROM shop WHERE id = 1');
  return (
    row && {
      name: row.name,
      timeZone: row.time_zone,
      currency: row.currency,
      distanceUnit: row.distance_unit,
      wheelRecheckKm: row.wheel_recheck_km,
      chassisRecheckKm: row.chassis_recheck_km,
      chassisRecheckDays: row.chassis_recheck_days,
      centsPerHour: row.cents_per_hour,
      coilStepTurns: Number(row.coil_step_turns),
    }
  );
}

export async function readShop(tx: Db): Promise<Shop> {
  const shop = await findShop(tx);
  if (!shop) throw new Error('the shop has not been opened yet');
  return shop;
}
