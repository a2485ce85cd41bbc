import { lastBack, nextBooking, sentBack, measuredSinceBack } from '@/core/ledger/after-work';
import { type HandoffBlocker, handoffBlockers, mayBeDeferred } from '@/core/ledger/closing';
import type { Entry } from '@/core/ledger/entries';
import { nextThing } from '@/core/ledger/next-thing';
import { foldOrder } from '@/contracts/fold';
import { THE_CUSTOMER } from '@/core/ledger/roles';
import { promisedFollowUps, describeInterval } from '@/core/follow-up/promises';
import { describeEntry } from '@/contracts/entries';
import { packetNotes } from '@/server/documents/packet-notes';
import { entryOf } from '../support/entries';
import { bothEndsRun } from '../support/library';

const SHOP = { currency: 'USD', distanceUnit: 'mi' } as const;

/** The record of what comes after the work, folded without a database. */

const INTAKE = {
  number: 1001,
  orderKind: 'job',
  comesBackFrom: null,
  vehicleId: 'v',
  customerId: 'c',
  odometer: { value: 1000, unit: 'mi' },
  tires: 'LT245/75R17',
  wheels: '',
  newTires: null,
  carries: '',
  wants: 'Level',
  targets: { front: null, rear: null, unit: 'mm', method: 'hub' },
  promisedFor: null,
  pacePerDay: null,
};
const readings = (mm: number) => ({ LF: [`${mm}`], RF: [`${mm}`], LR: [`${mm}`], RR: [`${mm}`] });
const heights = (seq: number, occasion: string, mm: number) =>
  entryOf(seq, 'heights', {
    occasion,
    method: 'hub',
    upperPoint: 'lip',
    tires: 'x',
    unit: 'mm',
    readings: readings(mm),
  });
const roadIn = (seq: number, fault: boolean, more: object = {}) =>
  entryOf(seq, 'road.in', {
    odometer: { value: 1010, unit: 'mi' },
    checks: [{ id: 'lock', result: fault ? 'fault' : 'good', note: fault ? 'liner touches' : '' }],
    note: '',
    ...more,
  });
const SHEET = {
  rack: 'ours',
  operator: 'T',
  specSource: 'plate',
  spec: { front: { caster: { min: 2 } } },
  before: {
    LF: { caster: 1, camber: 0, toe: 0 },
    RF: { caster: 1, camber: 0, toe: 0 },
    LR: { camber: 0, toe: 0 },
    RR: { camber: 0, toe: 0 },
  },
  after: {
    LF: { caster: 1, camber: 0, toe: 0 },
    RF: { caster: 1, camber: 0, toe: 0 },
    LR: { camber: 0, toe: 0 },
    RR: { camber: 0, toe: 0 },
  },
  adjustments: '',
  notReached: 'caster',
};
const start = [
  entryOf(1, 'intake', INTAKE),
  entryOf(2, 'run.start', { documentHash: 'h', planVersion: null }),
];
const back = (seq: number, from: string, ref: string) =>
  entryOf(seq, 'back', { from, ref, reason: 'off', part: 'spacer', stepIds: [] });

describe('sent back to the bay', () => {
  test('a road test that sent it back is kept apart, and the next begins anew', () => {
    const state = foldOrder(
      [
        ...start,
        entryOf(3, 'road.out', { odometer: { value: 1001, unit: 'mi' } }),
        roadIn(4, true),
        back(5, 'road', 'e4'),
      ],
      bothEndsRun(),
    );
    expect([state.roadOut, state.roadIn]).toEqual([null, null]);
    expect(state.after.roadTests.map((test) => [test.out!.id, test.in.id])).toEqual([['e3', 'e4']]);
    expect(sentBack(state, 'e4')).toBe(true);
    // Every dial that was read still counts.
    expect(state.odometers).toHaveLength(3);
  });
  test('heights count again only when they were measured after it', () => {
    const entries = [
      ...start,
      heights(3, 'as came', 500),
      heights(4, 'on wheels', 540),
      back(5, 'heights', 'e4'),
    ];
    expect(measuredSinceBack(foldOrder(entries, bothEndsRun()))).toBe(false);
    const again = foldOrder([...entries, heights(6, 'on wheels', 550)], bothEndsRun());
    expect(measuredSinceBack(again)).toBe(true);
    expect(lastBack(again, 'heights')!.id).toBe('e5');
    expect(lastBack(again, 'road')).toBeNull();
  });
  test('a sheet that sent it back says so among the holes', () => {
    const entries = [...start, entryOf(3, 'alignment', SHEET)];
    const hole = (all: Entry[]) =>
      handoffBlockers(foldOrder(all, bothEndsRun())).find((one) => one.code === 'not-reached')!.text;
    expect(hole(entries)).toMatch(/nobody has accepted/);
    expect(hole([...entries, back(4, 'alignment', 'e3')])).toMatch(/align it again/);
  });
});

describe('a stage', () => {
  const state = () => foldOrder(start, bothEndsRun());
  const hole = (code: string, ref = code): HandoffBlocker => ({
    code,
    text: '',
    rule: null,
    ref,
    page: 'work',
  });
  test.each([
    ['alarm', true, false],
    ['no-run', true, false],
    ['support', true, false],
    ['road', true, true],
    ['road', false, false],
    ['not-reached', false, false],
    ['not-aligned', false, true],
    ['steps', false, true],
    ['missing-shot', false, true],
    ['second-check', false, false],
    ['second-check', true, true],
  ])('%s, push only %s: may be deferred %s', (code, pushOnly, may) => {
    expect(mayBeDeferred(hole(code), state(), pushOnly)).toBe(may);
  });
  test('an item the ground would crush is never deferred; a fastener only where nobody touched it', () => {
    const run = bothEndsRun();
    const ground = run.items.find((item) => item.closeBefore === 'ground')!;
    expect(mayBeDeferred(hole('open', ground.id), state(), true)).toBe(false);
    const bare = run.fasteners[0]!.id;
    expect(mayBeDeferred(hole('untorqued', bare), state(), false)).toBe(true);
    const loosens = run.steps.find((step) => step.loosens?.length)!;
    const touched = foldOrder(
      [...start, entryOf(3, 'step.done', { stepId: loosens.id, measured: null, note: null })],
      run,
    );
    expect(mayBeDeferred(hole('untorqued', loosens.loosens![0]!), touched, false)).toBe(false);
  });
  test('what it deferred by name is out of the list, and nothing else is', () => {
    const before = handoffBlockers(state());
    const [first, ...rest] = before;
    const staged = foldOrder(
      [
        ...start,
        entryOf(3, 'stage', {
          name: 'one',
          deferred: [{ code: first!.code, ref: first!.ref, text: first!.text }],
          pushOnly: true,
          leadId: 'p',
          reason: 'later',
        }),
      ],
      bothEndsRun(),
    );
    expect(handoffBlockers(staged).map((one) => one.text)).toEqual(rest.map((one) => one.text));
  });
});

test('what sends a car back after its stage was closed is not among what that stage deferred', () => {
  const run = bothEndsRun();
  const entries = [...start, heights(3, 'as came', 500), heights(4, 'on wheels', 540)];
  const codes = (all: Entry[]) => handoffBlockers(foldOrder(all, run)).map((hole) => hole.code);
  const left = handoffBlockers(foldOrder(entries, run)).map(({ code, ref, text }) => ({ code, ref, text }));
  const staged = [
    ...entries,
    entryOf(5, 'stage', { name: 'one', deferred: left, pushOnly: true, leadId: 'p', reason: 'later' }),
  ];
  expect(codes(staged)).toEqual([]);
  // Its heights send it back: its new steps, and measuring it again, are this stage's own.
  expect(codes([...staged, back(6, 'heights', 'e4')])).toEqual(['steps', 'heights']);
});

test('a booking is the last word on it, and what was given up is none', () => {
  const booking = (seq: number, bookingId: string, startsAt: string, kept = true) =>
    entryOf(seq, 'booking', { bookingId, rack: 'r', own: false, startsAt, minutes: 60, note: '', kept });
  const at = (...entries: Entry[]) =>
    nextBooking(foldOrder([...start, ...entries], bothEndsRun()))?.data.startsAt ?? null;
  expect(at()).toBeNull();
  expect(at(booking(3, 'a', '2026-04-17T15:00'), booking(4, 'a', '2026-04-18T15:00'))).toBe(
    '2026-04-18T15:00',
  );
  expect(at(booking(3, 'a', '2026-04-17T15:00'), booking(4, 'a', '2026-04-17T15:00', false))).toBeNull();
});

test('promises follow the shop, the kit and the use, and none is made for what the job did not touch', () => {
  const shop = {
    timeZone: 'UTC',
    distanceUnit: 'mi' as const,
    wheelRecheckKm: 130,
    chassisRecheckKm: 700,
    chassisRecheckDays: 30,
    heightsRecheckKm: 800,
    heightsRecheckDays: 60,
    alignmentRecheckDays: 180,
    checkInDays: 180,
    hardUsePercent: 50,
  };
  const run = bothEndsRun();
  const wheel = run.fasteners.find((fastener) => fastener.recheck === 'wheel')!;
  const torqued = [
    ...start,
    entryOf(3, 'torque', {
      fastenerId: wheel.id,
      place: wheel.place,
      pass: 9,
      nut: 'all',
      moved: false,
      recheck: false,
    }),
    roadIn(4, false),
  ];
  const kinds = (entries: Entry[], kitKm: number | null = null) =>
    promisedFollowUps(foldOrder(entries, run), shop, kitKm).map((one) => [
      one.kind,
      one.interval.distance,
      one.interval.days,
      one.places.length,
    ]);
  expect(kinds(torqued)).toEqual([['wheel', 81, null, 1]]);
  expect(kinds([...torqued, entryOf(5, 'use', { use: 'hard' })])).toEqual([['wheel', 40, null, 1]]);
  const chassis = run.fasteners.find(
    (fastener) => fastener.recheck === 'chassis' && fastener.final !== 'on-wheels',
  )!;
  const both = [
    ...torqued,
    entryOf(6, 'torque', {
      fastenerId: chassis.id,
      place: chassis.place,
      pass: 9,
      nut: 'all',
      moved: false,
      recheck: false,
    }),
    entryOf(7, 'alignment', SHEET),
  ];
  expect(kinds(both, 500)).toEqual([
    ['wheel', 81, null, 1],
    ['chassis', 311, 30, 1],
    ['alignment', null, 180, 0],
  ]);
  expect(describeInterval({ distance: 81, unit: 'mi', days: null })).toBe('after 81 mi');
  expect(describeInterval({ distance: null, unit: 'mi', days: 180 })).toBe('after 180 days');
  expect(kinds(start)).toEqual([]);
});

const AFTER_ENTRIES: [Entry['kind'], object, RegExp][] = [
  [
    'booking',
    {
      bookingId: 'b',
      rack: 'north',
      own: false,
      startsAt: '2026-04-17T15:00:00.000Z',
      minutes: 60,
      note: '',
      kept: true,
    },
    /booked at north/,
  ],
  [
    'booking',
    {
      bookingId: 'b',
      rack: 'north',
      own: false,
      startsAt: '2026-04-17T15:00:00.000Z',
      minutes: 60,
      note: '',
      kept: false,
    },
    /given up/,
  ],
  [
    'back',
    { from: 'heights', ref: 'x', reason: 'short', part: 'spacer', stepIds: [] },
    /Back to the bay from heights: short\. Changed: spacer\./,
  ],
  [
    'heights.accepted',
    { setId: 'x', leadId: 'p', planned: '1', got: '2', reason: 'level' },
    /Pat accepted the heights: planned 1, got 2\. level\./,
  ],
  ['customer.drove', { odometer: null, words: 'fine', content: true }, /is content: fine\./],
  ['photo.marks', { photoEntryId: 'x', marks: [{}] }, /1 marks/],
  ['link', { linkId: 'l', open: false }, /taken away/],
  [
    'date.wish',
    { wishId: 'w', day: '2026-04-20', words: 'morning' },
    /asks for a date, 2026-04-20: morning\./,
  ],
  ['date.answer', { wishId: 'w', words: 'nine' }, /Told the customer: nine\./],
  ['watch.answer', { watchId: 'w', answer: 'held', settled: false }, /watched on: held\./],
  [
    'stage',
    { name: 'one', deferred: [{}, {}], pushOnly: true, leadId: 'p', reason: 'rack shut' },
    /push only; left to the next: 2 things/,
  ],
  ['use', { use: 'hard' }, /works hard/],
  [
    'check-in',
    { ride: 'better', noise: 'worse', fuel: 'as before', wear: 'as before', again: 'yes', words: '' },
    /again: yes\.$/,
  ],
  [
    'handoff',
    { version: 2, signatureHash: '', correction: { of: 1, why: 'misread' } },
    /Packet version 2, after a correction of version 1: misread\./,
  ],
  ['handoff', { version: 1, signatureHash: '' }, /unsigned, packet version 1/],
  [
    'followup.open',
    { kind: 'check-in', interval: { distance: null, unit: 'mi', days: 180 }, places: [] },
    /asking how it drives, after 180 days/,
  ],
];

test.each(AFTER_ENTRIES)('the trail says of %s what happened, in one plain line', (kind, data, words) => {
  const line = describeEntry(entryOf(1, kind, data), null, { p: 'Pat' });
  expect(line).toMatch(words);
  expect(line).not.toMatch(/undefined|\[object|null/);
});

test('the paper’s notes say what was deferred, accepted, declined, driven and answered, and leave out what was not', () => {
  expect(packetNotes(foldOrder(start, bothEndsRun()), {}, SHOP)).toEqual([]);
  const state = foldOrder(
    [
      ...start,
      entryOf(3, 'finding', {
        findingId: 'f',
        area: 'rear',
        grade: 'now',
        text: 'Bush torn',
        photoId: null,
        when: 'as it came',
      }),
      entryOf(4, 'finding', {
        findingId: 'g',
        area: 'rear',
        grade: 'sound',
        text: '',
        photoId: null,
        when: 'as it came',
      }),
      entryOf(5, 'offer', {
        offerId: 'o',
        version: 1,
        findingId: null,
        text: 'Damper',
        cents: 12050,
        photoId: null,
      }),
      entryOf(
        6,
        'offer.answer',
        { offerId: 'o', version: 1, yes: false, how: 'on the link', witness: null },
        { personId: THE_CUSTOMER.id },
      ),
      entryOf(7, 'customer.drove', { odometer: null, words: 'soft', content: false }),
      entryOf(8, 'watch.answer', { watchId: 'w', answer: 'has not turned', settled: true }),
      roadIn(9, false, {
        noises: [{ place: 'left front', speed: '60', words: 'hums' }],
        rubs: [{ corner: 'LF', when: 'at lock', gapMm: 9 }],
      }),
    ],
    bothEndsRun(),
  );
  const notes = Object.fromEntries(packetNotes(state, {}, SHOP).map((note) => [note.title, note.lines]));
  expect(notes['Found and not done']).toEqual(['Damper, $120.50: declined', 'Bush torn: found, not offered']);
  expect(notes['The customer drove it']).toEqual(['“soft” Not content with it.']);
  expect(notes['Answered from earlier visits']).toEqual(['has not turned']);
  // What it sounded like was written for the crew, and nobody chose to tell it.
  expect(notes['Noted on the road']).toEqual(['A noise, left front, 60', 'left front at lock: 9 mm left']);
  const told = foldOrder(
    [
      ...start,
      roadIn(3, false, { noises: [{ place: 'left front', speed: '60', words: 'hums' }], tell: true }),
    ],
    bothEndsRun(),
  );
  expect(packetNotes(told, {}, SHOP).find(({ title }) => title === 'Noted on the road')!.lines).toEqual([
    'A noise, left front, 60: hums',
  ]);
  expect(Object.keys(notes)).not.toContain('Temporary torque values');
});

test('an order that waits for its own alarm or its intake still says whose move it is', () => {
  const state = foldOrder(start, bothEndsRun());
  expect(nextThing(state)).toMatchObject({ page: 'heights', role: 'tech' });
});
