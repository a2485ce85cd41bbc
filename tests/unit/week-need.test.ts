import type { Entry, EntryData, EntryKind } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import { remainingWork as remaining, withPushing } from '@/core/schedule/remaining-work';
import type { OrderState } from '@/core/ledger/order-state';
import { CAME_HEIGHTS, entryOf } from '../support/entries';
import { Tablet } from '../support/tablet';

const remainingWork = (state: OrderState) => remaining(state, []);

const INTAKE = {
  number: 7,
  orderKind: 'job',
  odometer: { value: 1000, unit: 'km' },
  tires: '245/70R16',
  wants: 'Level',
  targets: { front: '560 mm', rear: null, unit: 'mm', method: 'hub' },
  promisedFor: '2026-04-17T22:00:00.000Z',
} as unknown as EntryData['intake'];
const PLAN = { version: 1, minutes: 300, parts: [] } as unknown as EntryData['plan'];
const YES = { what: 'plan', planVersion: 1, yes: true, how: 'in the shop', witness: null } as const;
const LINES = [{ lineId: 'a', name: 'Plate', catalogId: null, count: 1, side: 'front', phase: 'fit' }];

/** An order told in a few entries, and what it still wants of the week. */
const told = (...entries: [EntryKind, object][]) =>
  foldOrder(
    entries.map(([kind, data], index): Entry => entryOf(index + 1, kind, data)),
    null,
  );
const ids = (state: ReturnType<typeof told>) => remainingWork(state).phases.map((phase) => phase.id);
const bay = (state: ReturnType<typeof told>) =>
  remainingWork(state).phases.find((phase) => phase.id === 'bay')!;

describe('what an order wants of the week', () => {
  const came: [EntryKind, object] = ['intake', INTAKE];
  const measured: [EntryKind, object][] = [came, ['heights', CAME_HEIGHTS]];
  const planned: [EntryKind, object][] = [...measured, ['plan', PLAN]];

  test('just taken in: the look-over, the work by guess, the rack, the road; promised as was said', () => {
    const need = remainingWork(told(came));
    expect(need.phases.map((phase) => phase.id)).toEqual(['look', 'bay', 'rack', 'road']);
    expect(need.promisedFor).toBe('2026-04-17T22:00:00.000Z');
    expect(need.begun).toBe(false);
    expect(bay(told(came))).toMatchObject({ needs: 'lift', book: 240, waits: null });
    // The heights that were measured are not measured again.
    expect(ids(told(...measured))).toEqual(['bay', 'rack', 'road']);
  });
  test('planned: the plan’s own minutes, and the customer’s answer is waited for until it is there', () => {
    expect(bay(told(...planned))).toMatchObject({
      book: 300,
      waits: { words: 'the customer’s answer', until: null },
    });
    expect(bay(told(...planned, ['agreement', YES])).waits).toBeNull();
  });
  test('parts: a day where a supplier named one, the last of them; held without a day says so', () => {
    const list: [EntryKind, object][] = [
      ...planned,
      ['agreement', YES],
      ['parts.list', { kit: 'K', build: 'B', lines: [...LINES, { ...LINES[0], lineId: 'b' }] }],
    ];
    const supply = (lineId: string, promisedOn: string | null): [EntryKind, object] => [
      'supply',
      {
        supplyId: `s${lineId}${promisedOn}`,
        lineId,
        name: 'Plate',
        count: 1,
        promisedOn,
        answer: '',
        standIn: true,
      },
    ];
    const hold: [EntryKind, object] = ['hold', { holdId: 'h', reason: 'short', lineIds: ['a'] }];
    expect(bay(told(...list, hold)).waits).toMatchObject({
      what: 'part',
      words: 'parts nobody has promised',
      until: null,
      since: null,
    });
    expect(bay(told(...list, supply('a', '2026-04-20'), supply('b', '2026-04-22'))).waits).toMatchObject({
      words: 'parts on their way',
      until: '2026-04-22',
    });
    // Told anew, the new day counts, be it sooner or none.
    const sooner = [supply('a', '2026-04-24'), supply('a', '2026-04-20')];
    expect(bay(told(...list, ...sooner)).waits).toMatchObject({ until: '2026-04-20' });
    expect(bay(told(...list, hold, ...sooner, supply('a', null))).waits).toMatchObject({ until: null });
    const here: [EntryKind, object] = [
      'parts.in',
      { lineId: 'b', got: 1, right: true, condition: 'good', note: '', photoId: null },
    ];
    expect(
      bay(told(...list, supply('a', '2026-04-20'), supply('b', '2026-04-22'), here)).waits,
    ).toMatchObject({ until: '2026-04-20' });
  });
  test('rust found soon or now makes it a rusty job; a note of it does not', () => {
    const rust = (grade: string): [EntryKind, object] => [
      'finding',
      { findingId: 'f', area: 'rust', grade, text: 'flaking', photoId: null, when: 'as it came' },
    ];
    expect(remainingWork(told(came, rust('now'))).rusty).toBe(true);
    expect(remainingWork(told(came, rust('sound'))).rusty).toBe(false);
  });
  test('a visit wants a floor and no rack; one for alignment alone wants the rack and nothing else', () => {
    const visit = (orderKind: string) => told(['intake', { ...INTAKE, orderKind }]);
    expect(ids(visit('re-torque'))).toEqual(['visit']);
    expect(ids(visit('alignment'))).toEqual(['rack']);
    expect(remainingWork(visit('re-torque')).phases[0]!.needs).toBe('bay');
  });
  test('before the work has begun its procedures say how long somebody helps', () => {
    const library = (kind: string) =>
      [
        {
          id: 'p',
          title: 'P',
          fits: {},
          asks: { front: [kind] },
          fasteners: [],
          steps: [
            { phase: 'fit', helper: 6 },
            { phase: 'fit', helper: 3 },
            { phase: 'road', helper: 20 },
          ],
        },
      ] as unknown as Parameters<typeof remaining>[1];
    const coils = told(...measured, [
      'plan',
      { ...PLAN, parts: [{ end: 'front', kind: 'coil', kit: null }] },
    ]);
    const helps = (kind: string) =>
      remaining(coils, library(kind)).phases.find(({ id }) => id === 'bay')!.helperMinutes;
    expect(helps('coil')).toBe(6);
    expect(helps('strutSpacer')).toBe(0);
  });
  test('a car that can only be pushed is rolled to its places by two, until its work is done', () => {
    const { phases } = remainingWork(told(came));
    const helpers = (own: typeof phases, stands: boolean) =>
      withPushing(own, stands).map(({ id, helperMinutes }) => [id, helperMinutes]);
    expect(helpers(phases, false)).toEqual([
      ['look', 10],
      ['bay', 10],
      ['rack', 0],
      ['road', 0],
    ]);
    // Where it stands it has not to be rolled to.
    expect(helpers(phases.slice(1), true)[0]).toEqual(['bay', 0]);
    expect(helpers(phases.slice(2), false)[0]).toEqual(['rack', 0]);
  });
  test('a closed order wants nothing', () => {
    expect(ids(told(...planned, ['agreement', YES], ['visit.closed', { note: '' }]))).toEqual([]);
  });
});

test('as the steps are done the rest of the work gets shorter, and ends; then it stands on its wheels', () => {
  const tablet = new Tablet();
  tablet.entries.unshift(entryOf(0, 'intake', INTAKE), entryOf(0, 'heights', CAME_HEIGHTS));
  const rest = () => remainingWork(tablet.order.state).phases.find((phase) => phase.id === 'bay');
  expect(remainingWork(tablet.order.state).begun).toBe(false);
  let before = rest()!.book;
  const all = before;
  let fewer = 0;
  tablet.workTo((step) => {
    const now = rest();
    expect(now?.book ?? 0).toBeLessThanOrEqual(before);
    if ((now?.book ?? 0) < before) fewer += 1;
    before = now?.book ?? 0;
    return step.phase === 'align' || step.phase === 'road';
  });
  expect(all).toBeGreaterThan(120);
  expect(fewer).toBeGreaterThan(20);
  expect(rest()).toBeUndefined();
  const need = remainingWork(tablet.order.state);
  expect(need.begun).toBe(true);
  // Not measured on its wheels yet: the rack waits for the morning.
  expect(need.phases.find((phase) => phase.id === 'rack')!.nextDay).toBe(true);
});
