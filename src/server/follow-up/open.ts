import { onDial, promisedFollowUps } from '@/core/follow-up/promises';
import { kitsOf, type OrderState } from '@/core/ledger/order-state';
import { shopDay } from '@/core/units/shop-time';
import type { CommandContext, LockedOrder } from '../commands/context';
import type { Db } from '../database';
import { readShop } from '../queries/shop';
import { wheelsOnCar } from '../queries/wheel-sets';

/** A fastener found moved comes back again after this. */
const MOVED_KM = 160;
const MOVED_DAYS = 7;

/** The shortest distance the kits of an order ask for their chassis, km; null where none asks. */
export async function kitInterval(tx: Db, state: OrderState): Promise<number | null> {
  const kits = kitsOf(state);
  if (!kits.length) return null;
  const row = await tx.row<{ km: number | null }>(
    `SELECT MIN(recheck_km) AS km FROM kit WHERE name IN (${kits.map(() => '?').join(', ')})`,
    kits,
  );
  return row?.km ?? null;
}

export async function followUpsAtHandoff(ctx: CommandContext, order: LockedOrder): Promise<void> {
  const shop = await readShop(ctx.tx);
  const kitKm = await kitInterval(ctx.tx, order.state);
  const worn = await wheelsOnCar(ctx.tx, order.vehicleId);
  const opened = promisedFollowUps(order.state, shop, kitKm, worn?.dialFactor ?? null).map((data) => ({
    kind: 'followup.open' as const,
    data: { followUpId: ctx.freshId(), ...data },
  }));
  if (opened.length) await ctx.append(order.id, ...opened);
}

/** A fastener found moved, or torqued to an interim whose real value has come, opens a come-back for itself alone. */
export async function followUpForPlace(
  ctx: CommandContext,
  order: LockedOrder,
  place: string,
  because: 'moved' | 'value',
): Promise<void> {
  const known = order.state.followUpsOpened.some(
    (entry) => entry.data.because === because && entry.data.places.includes(place),
  );
  if (known) return;
  const shop = await readShop(ctx.tx);
  const read = order.state.intake!.data.odometer;
  const unit = 'unread' in read ? shop.distanceUnit : read.unit;
  const fastener = order.state.document!.fasteners.find((candidate) => candidate.place === place);
  await ctx.append(order.id, {
    kind: 'followup.open',
    data: {
      followUpId: ctx.freshId(),
      kind: fastener?.recheck ?? 'chassis',
      places: [place],
      doneOn: shopDay(ctx.at, shop.timeZone),
      odometer: read,
      interval: { distance: onDial(MOVED_KM, unit), unit, days: MOVED_DAYS },
      tireFactor:
        order.state.wheels?.data.dialFactor ?? (await wheelsOnCar(ctx.tx, order.vehicleId))?.dialFactor ?? 1,
      because,
    },
  });
}
