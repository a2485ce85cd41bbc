import type { Entry } from '@/core/ledger/entries';
import { shopDay } from '@/core/units/shop-time';

/** What one person recorded in a row. */
export interface TrailTurn {
  personId: string;
  entries: Entry[];
}
export interface TrailDay {
  day: string;
  turns: TrailTurn[];
  count: number;
}

/** The entries of an order by day of the shop and by who recorded them, the newest leading. */
export function trailDays(entries: readonly Entry[], timeZone: string): TrailDay[] {
  const days: TrailDay[] = [];
  for (const entry of [...entries].reverse()) {
    const day = shopDay(entry.at, timeZone);
    let last = days.at(-1);
    if (last?.day !== day) days.push((last = { day, turns: [], count: 0 }));
    const turn = last.turns.at(-1);
    if (turn?.personId === entry.personId) turn.entries.push(entry);
    else last.turns.push({ personId: entry.personId, entries: [entry] });
    last.count += 1;
  }
  return days;
}
