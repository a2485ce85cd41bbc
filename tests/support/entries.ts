import type { Entry } from '@/core/ledger/entries';

/** An entry of one order as the record would hold it, a minute after the one before. */
export function entryOf(seq: number, kind: Entry['kind'], data: unknown, more: Partial<Entry> = {}): Entry {
  const at = new Date(Date.UTC(2026, 3, 14, 15, seq)).toISOString();
  return {
    id: `e${seq}`,
    chain: 'order',
    seq,
    kind,
    at,
    receivedAt: at,
    personId: 'p',
    deviceId: 'd',
    deviceSeq: seq,
    corrects: null,
    why: null,
    data,
    ...more,
  } as Entry;
}
