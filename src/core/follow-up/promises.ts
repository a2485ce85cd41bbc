import { sheetNow } from '../ledger/evidence';
import { compareTires } from '../calc/tire.compare';
import type { DistanceUnit } from '../ledger/kinds/arrival';
import type { FollowUpKind, FollowUpOpenData } from '../ledger/kinds/coming-back';
import { type OrderState, baselineOf, latestPlan } from '../ledger/order-state';
import { convertDistance } from '../units/distance';
import { shopDay } from '../units/shop-time';

/** The intervals a shop keeps, km and days. */
export interface ShopIntervals {
  timeZone: string;
  distanceUnit: DistanceUnit;
  wheelRecheckKm: number;
  chassisRecheckKm: number;
  chassisRecheckDays: number;
  heightsRecheckKm: number;
  heightsRecheckDays: number;
  alignmentRecheckDays: number;
  checkInDays: number;
  /** What works hard comes back after this share of the distance and days, percent. */
  hardUsePercent: number;
}

/** Intervals are round numbers on the dial they are read from. */
export const onDial = (km: number, unit: DistanceUnit) => Math.round(convertDistance(km, 'km', unit));

/**
 * How much further the car goes than its dial counts: as the road test read it against an independent speed, else as the
 * wheel set it stands on has it, else by how much bigger its tires are than those the dial knows.
 * @param worn the factor of the set it stood on when it came, where one is known
 */
function tireFactorOf({ roadIn, wheels, intake }: OrderState, worn: number | null): number {
  const dial = roadIn?.data.dial;
  if (dial && (!wheels || wheels.seq < roadIn.seq)) return dial.truth / dial.shown;
  if (wheels) return wheels.data.dialFactor;
  const { tires, newTires } = intake!.data;
  return (worn ?? 1) * (newTires ? compareTires({ old: tires, new: newTires }).factor : 1);
}

/**
 * The come-backs a job's handoff opens, from the end of its road test: its own wheel nuts, its chassis with its
 * U-bolts, its settled heights, its alignment, and a word after months. Intervals come from the shop, sooner or later
 * where a kit asks for it, and sooner where the car works hard.
 * @param kitKm the shortest distance its kits ask for the chassis, km, or null
 * @param worn the dial factor of the wheel set it came on, where one is known
 */
export function promisedFollowUps(
  state: OrderState,
  shop: ShopIntervals,
  kitKm: number | null = null,
  worn: number | null = null,
): Omit<FollowUpOpenData, 'followUpId'>[] {
  const { intake, roadIn, document, run } = state;
  const closing = roadIn ?? state.after.stage;
  if (!intake || !closing || !document || !run) return [];
  const read = roadIn ? roadIn.data.odometer : intake.data.odometer;
  const unit = 'unread' in read ? shop.distanceUnit : read.unit;
  const share = state.after.use === 'hard' ? shop.hardUsePercent / 100 : 1;
  const torqued = document.fasteners.filter((fastener) => run.fasteners.get(fastener.id)!.torqued);
  const promise = (kind: FollowUpKind, km: number | null, days: number | null, places: string[]) => ({
    kind,
    places,
    doneOn: shopDay(closing.at, shop.timeZone),
    odometer: read,
    interval: {
      distance: km === null ? null : onDial(km * share, unit),
      unit,
      days: days === null ? null : Math.max(1, Math.round(days * share)),
    },
    tireFactor: tireFactorOf(state, worn),
    because: 'handoff' as const,
  });
  const placesOf = (kind: 'wheel' | 'chassis') =>
    torqued.filter((fastener) => fastener.recheck === kind).map((fastener) => fastener.place);
  const sheet = sheetNow(state);
  const lifted = baselineOf(state) !== null && latestPlan(state) !== null;
  const fasteners = [
    promise('wheel', shop.wheelRecheckKm, null, placesOf('wheel')),
    promise('chassis', kitKm ?? shop.chassisRecheckKm, shop.chassisRecheckDays, placesOf('chassis')),
  ].filter((followUp) => followUp.places.length > 0);
  return [
    ...fasteners,
    ...(lifted ? [promise('heights', shop.heightsRecheckKm, shop.heightsRecheckDays, [])] : []),
    ...(sheet || lifted ? [promise('alignment', null, sheet ? shop.alignmentRecheckDays : 7, [])] : []),
    ...(lifted ? [{ ...promise('check-in', null, shop.checkInDays, []), tireFactor: 1 }] : []),
  ];
}

/** `after 130 km or 30 days` */
export function describeInterval({ distance, unit, days }: FollowUpOpenData['interval']): string {
  const parts = [distance === null ? null : `${distance} ${unit}`, days === null ? null : `${days} days`];
  return `after ${parts.filter(Boolean).join(' or ')}`;
}
