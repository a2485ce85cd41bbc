import { randomUUID } from 'node:crypto';
import { compareTires } from '@/core/calc/tire.compare';
import type { DistanceUnit, FollowUpOpenData } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import { convertDistance } from '@/core/units/distance';
import { shopDay } from '@/core/units/shop-time';
import type { CommandContext, LockedOrder } from '../commands/command';
import { type Shop, readShop } from '../queries/shop';

/** A fastener found moved comes back again after this. */
const MOVED_KM = 160;
const MOVED_DAYS = 7;

/** Intervals are round numbers on the dial they are read from. */
const onDial = (km: number, unit: DistanceUnit) => Math.round(convertDistance(km, 'km', unit));

/** The come-backs a job's handoff opens, from the end of its road test: wheel nuts, and the chassis with its U-bolts. */
export function promisedFollowUps(state: OrderState, shop: Shop): Omit<FollowUpOpenData, 'followUpId'>[] {
  const { intake, roadIn, document, run } = state;
  if (!intake || !roadIn || !document || !run) return [];
  const read = roadIn.data.odometer;
  const unit = 'unread' in read ? shop.distanceUnit : read.unit;
  const { tires, newTires } = intake.data;
  const tireFactor = newTires ? compareTires({ old: tires, new: newTires }).factor : 1;
  const torqued = document.fasteners.filter((fastener) => run.fasteners.get(fastener.id)!.torqued);
  const promise = (kind: 'wheel' | 'chassis', km: number, days: number | null) => ({
    kind,
    places: torqued.filter((fastener) => fastener.recheck === kind).map((fastener) => fastener.place),
    doneOn: shopDay(roadIn.at, shop.timeZone),
    odometer: read,
    interval: { distance: onDial(km, unit), unit, days },
    tireFactor,
    because: 'handoff' as const,
  });
  return [
    promise('wheel', shop.wheelRecheckKm, null),
    promise('chassis', shop.chassisRecheckKm, shop.chassisRecheckDays),
  ].filter((followUp) => followUp.places.length > 0);
}

export async function followUpsAtHandoff(ctx: CommandContext, order: LockedOrder): Promise<void> {
  const shop = await readShop(ctx.tx);
  const opened = promisedFollowUps(order.state, shop).map((data) => ({
    kind: 'followup.open' as const,
    data: { followUpId: randomUUID(), ...data },
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
      followUpId: randomUUID(),
      kind: fastener?.recheck ?? 'chassis',
      places: [place],
      doneOn: shopDay(ctx.at, shop.timeZone),
      odometer: read,
      interval: { distance: onDial(MOVED_KM, unit), unit, days: MOVED_DAYS },
      tireFactor: 1,
      because,
    },
  });
}
