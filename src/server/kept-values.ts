import type { Fastener } from '@/core/procedure/types';
import type { CommandContext, LockedOrder } from './commands/context';
import { insertMany } from './insert-many';
import { kitOfPlace, kitsAtEnds } from './queries/kept-values';
import { platformOf } from './queries/platform';
import type { Person } from './sessions/sessions';
import type { Row } from './tables';

export interface ValueToKeep {
  place: string;
  name: string;
  /** The kits it is for, as one name; none means any. */
  kit: string;
  /** Null takes out what is kept. */
  nm: number | null;
  angleDeg: number | null;
  source: string;
}

/** Keeps values of a sheet for the next job, in the place of what was kept before; the shop’s own chain says so. */
export async function keepValues(
  ctx: CommandContext,
  whose: { platform: string; orderNumber: number | null; person: Person },
  values: readonly ValueToKeep[],
): Promise<void> {
  const { platform, orderNumber, person } = whose;
  for (const { kit, place } of values)
    await ctx.tx.run(
      "DELETE FROM kept_value WHERE procedure_id = '' AND platform = ? AND kit = ? AND place = ?",
      [platform, kit, place],
    );
  await insertMany(
    ctx.tx,
    'kept_value',
    [
      'platform',
      'kit',
      'place',
      'fastener',
      'nm',
      'angle_deg',
      'source',
      'order_number',
      'person_id',
      'kept_at',
    ],
    values
      .filter((one) => one.nm !== null)
      .map(({ kit, place, name, nm, angleDeg, source }) => [
        platform,
        kit,
        place,
        name,
        nm,
        angleDeg,
        source,
        orderNumber,
        person.id,
        ctx.receivedAt,
      ]),
  );
  await ctx.appendShop(VALUES_KEPT, platform, {
    values: values.map(({ kit, place, nm, angleDeg, source }) => ({ kit, place, nm, angleDeg, source })),
  });
}

/**
 * Keeps values entered on an order for the next car of its platform with the same kits.
 * @returns for what they are kept, as words; null where the car has no platform to keep them for
 */
export async function keepValuesOfOrder(
  ctx: CommandContext,
  order: LockedOrder,
  person: Person,
  values: readonly { fastener: Fastener; nm: number | null; angleDeg: number | null; source: string }[],
): Promise<string | null> {
  const platform = await platformOf(ctx.tx, order.vehicleId);
  if (!platform) return null;
  const kits = kitsAtEnds(order.state);
  await keepValues(
    ctx,
    { platform, orderNumber: order.number, person },
    values.map(({ fastener: { place, name }, ...value }) => ({
      ...value,
      place,
      name,
      kit: kitOfPlace(kits, place),
    })),
  );
  return [platform, ...new Set([kits.front, kits.rear].filter(Boolean))].join(', ');
}

/** What the shop’s chain calls it. */
export const VALUES_KEPT = 'torque values kept';

/** A kit called otherwise from now on: what is kept for it goes with its name. */
export async function renameKeptValues(ctx: CommandContext, from: string, to: string): Promise<void> {
  const rows = await ctx.tx.rows<
    Row<
      'kept_value',
      'platform' | 'kit' | 'place' | 'fastener' | 'nm' | 'angle_deg' | 'source' | 'order_number'
    >
  >(
    "SELECT platform, kit, place, fastener, nm, angle_deg, source, order_number FROM kept_value WHERE procedure_id = '' AND kit LIKE CONCAT('%', ?, '%')",
    [from],
  );
  for (const row of rows) {
    const kits = row.kit.split(' + ');
    if (!kits.includes(from)) continue;
    const renamed = kits
      .map((kit) => (kit === from ? to : kit))
      .sort()
      .join(' + ');
    const value = { place: row.place, name: row.fastener, angleDeg: row.angle_deg, source: row.source };
    await keepValues(ctx, { platform: row.platform, orderNumber: row.order_number, person: ctx.person }, [
      { ...value, kit: row.kit, nm: null },
      { ...value, kit: renamed, nm: row.nm },
    ]);
  }
}
