import type { Entry, EntryData } from '@/core/ledger/entries';

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

/** Four heights as a car came, measured as they should be. */
export const CAME_HEIGHTS: EntryData['heights'] = {
  occasion: 'as came',
  method: 'hub',
  upperPoint: 'fender lip',
  tires: 'LT245/75R17',
  pressureDone: true,
  floorLevel: true,
  steeringStraight: true,
  load: '',
  unit: 'mm',
  readings: { LF: ['520'], RF: ['518'], LR: ['560'], RR: ['561'] },
};
