import type { WheelSet } from '@/core/ledger/wheel-set';
import { Refusal } from '@/core/refusal';
import type { CommandContext } from './commands/context';
import { wheelSets } from './queries/wheel-sets';

/** The set of this car that is named. @throws Refusal where it has none such, or it is gone */
export async function setOfCar(
  ctx: CommandContext,
  vehicleId: string,
  setId: string,
  field: string,
): Promise<WheelSet> {
  const set = (await wheelSets(ctx.tx, vehicleId)).find((one) => one.id === setId);
  if (!set) throw new Refusal('no-set', 'This car has no such wheel set.', field);
  if (set.gone) throw new Refusal('gone', 'This wheel set is gone by this record.', field);
  return set;
}

/** What the shop’s chain says of a set, and its row: one place writes both. */
export async function keepSet(ctx: CommandContext, vehicleId: string, set: WheelSet): Promise<void> {
  await ctx.tx.run(
    `REPLACE INTO wheel_set
       (id, vehicle_id, name, tires, rim_width_in, offset_mm, nm, source, dial_factor, dial_from, gone, kept_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, COALESCE((SELECT kept_at FROM wheel_set AS was WHERE was.id = ?), ?))`,
    [
      set.id,
      vehicleId,
      set.name,
      set.tires,
      set.rimWidthIn,
      set.offsetMm,
      set.nm,
      set.source,
      set.dialFactor,
      set.dialFrom,
      set.gone,
      set.id,
      ctx.receivedAt,
    ],
  );
  const { id, ...facts } = set;
  await ctx.appendShop('wheel set', id, { vehicleId, ...facts });
}
