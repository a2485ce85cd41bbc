import fc from 'fast-check';
import type { Entry, EntryKind } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import { type OpenHours, addDays, openDaysBetween, weekdayOf } from '@/core/schedule/calendar';
import { type WaitPast, latenessAsSaid, stillToCome, waitsPast } from '@/core/schedule/waits';
import { entryOf } from '../support/entries';

const HOURS: OpenHours = { from: 480, to: 1020, restFrom: 720, restMinutes: 30, weekdays: [1, 2, 3, 4, 5] };
const MONDAY = '2026-04-13';

const told = (...entries: [EntryKind, object, string][]) =>
  foldOrder(
    entries.map(([kind, data, at], index): Entry => ({ ...entryOf(index + 1, kind, data), at }) as Entry),
    null,
  );
const at = (day: number) => `2026-04-${String(day).padStart(2, '0')}T15:00:00.000Z`;
const list: [EntryKind, object, string] = [
  'parts.list',
  {
    kit: 'K',
    build: 'B',
    lines: [{ lineId: 'a', name: 'Plate', catalogId: null, count: 2, side: 'front', phase: 'fit' }],
  },
  at(1),
];
const supply = (day: number, promisedOn: string | null, standIn = false): [EntryKind, object, string] => [
  'supply',
  { supplyId: `s${day}`, lineId: 'a', name: 'Plate', count: 2, promisedOn, answer: '', standIn },
  at(day),
];
const came = (day: number, got: number, condition = 'good'): [EntryKind, object, string] => [
  'parts.in',
  { lineId: 'a', got, right: true, condition, note: '', photoId: null },
  at(day),
];

describe('what was waited for, and came', () => {
  test('a part: from its first order to the check-in that made it whole, against the day said first', () => {
    const entries = [list, supply(2, '2026-04-08'), supply(9, '2026-04-15')];
    expect(waitsPast(told(...entries))).toEqual([]);
    expect(waitsPast(told(...entries, came(14, 1)))).toEqual([]);
    expect(waitsPast(told(...entries, came(14, 2, 'damaged')))).toEqual([]);
    expect(waitsPast(told(...entries, came(14, 1), came(16, 2)))).toEqual([
      { what: 'part', ref: 'a', since: at(2), saidFor: '2026-04-08', ended: at(16) },
    ]);
  });
  test('a day that a stand-in made up teaches nothing, nor does what was here before it was ordered', () => {
    expect(waitsPast(told(list, supply(2, '2026-04-08', true), came(9, 2)))).toEqual([]);
    expect(waitsPast(told(list, came(2, 2), supply(3, '2026-04-08')))).toEqual([]);
  });
  test('an answer: from its plan on; a plan proposed anew is another', () => {
    const plan = (version: number, day: number): [EntryKind, object, string] => [
      'plan',
      { version, minutes: 300, parts: [] },
      at(day),
    ];
    const yes = (planVersion: number, day: number): [EntryKind, object, string] => [
      'agreement',
      { what: 'plan', planVersion, yes: true, how: 'in the shop', witness: null },
      at(day),
    ];
    expect(waitsPast(told(plan(1, 2)))).toEqual([]);
    expect(waitsPast(told(plan(1, 2), yes(1, 6)))).toMatchObject([
      { what: 'answer', ref: '1', since: at(2), ended: at(6) },
    ]);
    expect(waitsPast(told(plan(1, 2), yes(1, 6), plan(2, 7)))).toEqual([]);
  });
});

test('open days between two days are those a calendar counts', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: -5, max: 60 }),
      fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
      (offset, length, weekdays) => {
        const from = addDays(MONDAY, offset);
        let open = 0;
        for (let day = 1; day <= length; day += 1)
          if (weekdays.includes(weekdayOf(addDays(from, day)))) open += 1;
        expect(openDaysBetween({ ...HOURS, weekdays }, from, addDays(from, length))).toBe(open);
      },
    ),
  );
});

describe('what they teach', () => {
  const past = (saidFor: string | null, ...days: number[]): WaitPast[] =>
    days.map((days) => ({ what: 'part', ref: 'a', since: MONDAY, saidFor, ended: addDays(MONDAY, days) }));

  test('how late after the day that was said: a weekend between is no day', () => {
    const such = past(addDays(MONDAY, 4), 2, 4, 4, 4, 7, 7, 8, 9);
    expect(latenessAsSaid(such, 0, HOURS)).toEqual({ shares: [0.5, 0.25, 0.125, 0.125], of: 8, later: 4 });
    // A day over already: only what came later than that says anything.
    expect(latenessAsSaid(such, 1, HOURS)).toEqual({ shares: [0.5, 0.25, 0.25], of: 4, later: 2 });
    expect(latenessAsSaid(such, 2, HOURS)).toBeNull();
  });
  test('how long still, where no day was said: as long as what had not come so long after either', () => {
    const such = past(null, 0, 0, 0, 0, 1, 1, 2, 3, 4);
    expect(stillToCome(such, 0, HOURS)!.shares[0]).toBeCloseTo(4 / 9);
    expect(stillToCome(such, 1, HOURS)).toEqual({ shares: [0.4, 0.2, 0.2, 0.2], of: 5, later: 3 });
    expect(stillToCome(such, 3, HOURS)).toBeNull();
  });
  test('seven say nothing yet; shares are of one, whatever came when', () => {
    expect(stillToCome(past(null, 1, 1, 1, 1, 1, 1, 1), 0, HOURS)).toBeNull();
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 8, maxLength: 40 }),
        fc.integer({ min: 0, max: 12 }),
        (days, waited) => {
          const lateness = stillToCome(past(null, ...days), waited, HOURS);
          if (!lateness) return;
          expect(lateness.shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1);
          expect(lateness.shares.length).toBeLessThanOrEqual(9);
          expect(lateness.of).toBeLessThanOrEqual(days.length);
        },
      ),
    );
  });
});
