import type { ArrivalEntries } from './kinds/arrival';
import type { PlannedEntries } from './kinds/planned';
import type { BayEntries } from './kinds/bay';
import type { NotedEntries } from './kinds/noted';
import type { HandedOverEntries } from './kinds/handed-over';
import type { MeasuredEntries } from './kinds/measured';
import type { TrialEntries } from './kinds/trial';
import type { ComingBackEntries } from './kinds/coming-back';

/** What each kind of entry holds. Entries are never edited; a correction is a new entry that names the old one. */
export interface EntryData
  extends
    ArrivalEntries,
    PlannedEntries,
    BayEntries,
    MeasuredEntries,
    TrialEntries,
    NotedEntries,
    HandedOverEntries,
    ComingBackEntries {
  /** The shop's own chain: people, customers, vehicles, tools, settings. Ids and plain facts, no contact data. */
  'shop.change': { what: string; id: string; facts: Record<string, unknown> };
}
export type EntryKind = keyof EntryData;

export interface EntryOf<K extends EntryKind> {
  id: string;
  chain: string;
  seq: number;
  kind: K;
  at: string;
  receivedAt: string;
  personId: string;
  deviceId: string;
  deviceSeq: number;
  corrects: string | null;
  why: string | null;
  data: EntryData[K];
}

export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** An entry as it counts now: with the data of its last correction, or left out when it was taken back. */
export function currentEntries(entries: readonly Entry[]): Entry[] {
  const replaced = new Map<string, Entry>();
  const gone = new Set<string>();
  for (const entry of entries) {
    if (entry.corrects === null) continue;
    if (entry.kind === 'void') gone.add(entry.corrects);
    else replaced.set(entry.corrects, entry);
  }
  return entries
    .filter((entry) => entry.corrects === null && !gone.has(entry.id))
    .map((entry) => {
      const correction = replaced.get(entry.id);
      return correction && correction.kind === entry.kind
        ? ({ ...entry, data: correction.data } as Entry)
        : entry;
    });
}
