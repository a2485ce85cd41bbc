import 'server-only';
import type { ShopIntervals } from '@/core/follow-up/promises';
import type { QuoteTax, TaxWay } from '@/core/ledger/kinds/planned';
import type { OpenHours } from '@/core/schedule/calendar';
import type { Db } from '../database';

export interface Shop extends ShopIntervals {
  name: string;
  /** Its cars, people and values are made up. */
  demo: boolean;
  currency: string;
  centsPerHour: number;
  /** What a customer's paper says of it; empty where nobody has said. */
  address: string;
  phone: string;
  paper: 'a4' | 'letter';
  taxHow: TaxWay;
  taxPercent: number;
  taxLabel: string;
  /** How many days a quote holds. */
  quoteDays: number;
  /** The largest piece taken off a coil at once, turns. */
  coilStepTurns: number;
  /** A car not aligned is driven no further than this, km. */
  unalignedKm: number;
  /** Hours of the shop's day between which no message goes out. */
  quietFrom: number;
  quietTo: number;
  /** When the shop is open, and the weekdays on which its rack can be had. */
  hours: OpenHours;
  rackDays: number[];
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
  heights_recheck_km: number;
  heights_recheck_days: number;
  alignment_recheck_days: number;
  check_in_days: number;
  unaligned_km: number;
  hard_use_percent: number;
  quiet_from: number;
  quiet_to: number;
  open_from: number;
  open_to: number;
  rest_from: number;
  rest_minutes: number;
  open_days: string;
  rack_days: string;
  demo: number;
  address: string;
  phone: string;
  paper: 'a4' | 'letter';
  tax_how: TaxWay;
  tax_percent: number;
  tax_label: string;
  quote_days: number;
}

/** Weekdays as they are kept: their numbers, Monday = 1. */
export const weekdays = (kept: string) => kept.split(' ').filter(Boolean).map(Number);

const SHOP = `name, time_zone, currency, distance_unit, wheel_recheck_km, chassis_recheck_km,
  chassis_recheck_days, cents_per_hour, coil_step_turns, heights_recheck_km, heights_recheck_days,
  alignment_recheck_days, check_in_days, unaligned_km, hard_use_percent, quiet_from, quiet_to,
  open_from, open_to, rest_from, rest_minutes, open_days, rack_days, demo,
  address, phone, paper, tax_how, tax_percent, tax_label, quote_days`;

/** The one shop of this installation; null before its first owner has opened it. */
export async function findShop(tx: Db): Promise<Shop | null> {
  const row = await tx.row<ShopRow>(`SELECT ${SHOP} FROM shop WHERE id = 1`);
  return (
    row && {
      name: row.name,
      demo: Boolean(row.demo),
      timeZone: row.time_zone,
      currency: row.currency,
      distanceUnit: row.distance_unit,
      wheelRecheckKm: row.wheel_recheck_km,
      chassisRecheckKm: row.chassis_recheck_km,
      chassisRecheckDays: row.chassis_recheck_days,
      centsPerHour: row.cents_per_hour,
      address: row.address,
      phone: row.phone,
      paper: row.paper,
      taxHow: row.tax_how,
      taxPercent: Number(row.tax_percent),
      taxLabel: row.tax_label,
      quoteDays: row.quote_days,
      coilStepTurns: Number(row.coil_step_turns),
      heightsRecheckKm: row.heights_recheck_km,
      heightsRecheckDays: row.heights_recheck_days,
      alignmentRecheckDays: row.alignment_recheck_days,
      checkInDays: row.check_in_days,
      unalignedKm: row.unaligned_km,
      hardUsePercent: row.hard_use_percent,
      quietFrom: row.quiet_from,
      quietTo: row.quiet_to,
      hours: {
        from: row.open_from,
        to: row.open_to,
        restFrom: row.rest_from,
        restMinutes: row.rest_minutes,
        weekdays: weekdays(row.open_days),
      },
      rackDays: weekdays(row.rack_days),
    }
  );
}

/** The tax a quote written now carries; null where the shop counts none. */
export const taxOf = ({ taxHow, taxPercent, taxLabel }: Shop): QuoteTax | null =>
  taxHow === 'none' ? null : { how: taxHow, percent: taxPercent, label: taxLabel };

/** What an order begun in a demo says of itself: there a made-up value holds nothing up. */
export async function inDemo(tx: Db): Promise<{ demo?: true }> {
  return (await readShop(tx)).demo ? { demo: true } : {};
}

export async function readShop(tx: Db): Promise<Shop> {
  const shop = await findShop(tx);
  if (!shop) throw new Error('the shop has not been opened yet');
  return shop;
}
