import fc from 'fast-check';
import {
  angleDoubts,
  askAbout,
  heightDoubts,
  promiseDoubt,
  targetDoubt,
  wheelbaseDoubt,
  wrenchDoubt,
} from '@/core/doubts';
import { parseTape } from '@/core/calc/tape.parse';
import { foldOrder } from '@/contracts/fold';
import { makeMove } from '@/contracts/moves';
import { CORNERS } from '@/core/corners';
import { readFigure } from '@/core/units/typed-figure';

const four = (LF: number, RF: number, LR: number, RR: number) => ({ LF, RF, LR, RR });

describe('what cannot well be is asked about, with the likely slip', () => {
  test('one corner 54 mm beside 541', () => {
    expect(heightDoubts(four(54, 541, 560, 561), 'mm')).toEqual([
      { field: 'readings.LF', text: 'Left front reads 54 mm beside 560 mm. Was it 540 mm?' },
    ]);
    const [inInches] = heightDoubts(four(548, 541, 560, 21.5), 'in');
    expect(inInches).toMatchObject({
      field: 'readings.RR',
      text: expect.stringMatching(/Was it 21 1\/2"\?$/),
    });
    // A car that stands high in front and low behind is no slip.
    expect(heightDoubts(four(600, 604, 470, 474), 'mm')).toEqual([]);
  });

  test('whichever corner has a digit too few is named, and the figure it was is offered', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CORNERS),
        fc.integer({ min: 400, max: 700 }),
        fc.array(fc.integer({ min: -30, max: 30 }), { minLength: 4, maxLength: 4 }),
        (corner, height, off) => {
          const mm = Object.fromEntries(CORNERS.map((one, at) => [one, height + off[at]!])) as Record<
            (typeof CORNERS)[number],
            number
          >;
          expect(heightDoubts(mm, 'mm')).toEqual([]);
          const slipped = { ...mm, [corner]: mm[corner] / 10 };
          const doubts = heightDoubts(slipped, 'mm');
          expect(doubts.map((one) => one.field)).toEqual([`readings.${corner}`]);
          expect(doubts[0]!.text).toContain(`Was it ${mm[corner]} mm?`);
        },
      ),
    );
  });

  test('caster 33°, a toe in minutes; what a car may stand at is not asked', () => {
    const wheels = { LF: { caster: 3.1, camber: -0.2, toe: 0.1 }, RF: { caster: 33, camber: 0.1, toe: 12 } };
    expect(angleDoubts(wheels, 'after').map(({ field, text }) => [field, text])).toEqual([
      ['after.RF.caster', 'Caster 33° right front. Was it 3.3°?'],
      ['after.RF.toe', 'Toe 12° right front. Was it 1.2°?'],
    ]);
    expect(angleDoubts({ LF: { caster: -1, toe: 0 }, RF: { camber: 2.9, toe: -0.3 } }, 'before')).toEqual([]);
  });

  test('a promise in the past, a wheelbase, a target, a wrench', () => {
    const now = new Date('2026-04-14T18:30:00.000Z');
    expect(promiseDoubt('2026-04-13T18:30:00.000Z', now, 'Mon 13 Apr 2026, 12:30')).toMatchObject({
      field: 'promisedFor',
      text: 'It is promised for Mon 13 Apr 2026, 12:30, which is over.',
    });
    expect(promiseDoubt('2026-04-15T18:30:00.000Z', now, '')).toBeNull();
    expect(promiseDoubt(null, now, '')).toBeNull();
    expect(wheelbaseDoubt(310, 'w')?.text).toBe('A wheelbase of 310 mm. Was it 3100 mm?');
    expect(wheelbaseDoubt(3100, 'w')).toBeNull();
    expect(targetDoubt({ height: 56 }, 'front', 'mm')).toMatchObject({
      field: 'targets.front',
      text: expect.stringMatching(/560 mm/),
    });
    expect(targetDoubt({ height: 560 }, 'rear', 'mm')).toBeNull();
    expect(targetDoubt({ lift: 50 }, 'rear', 'mm')).toBeNull();
    expect(targetDoubt({ lift: -500 }, 'rear', 'mm')?.text).toBe('A rear lift of 500 mm. Was it 50 mm?');
    expect(wrenchDoubt(40, 250)).toBeNull();
    expect(wrenchDoubt(4, 2500)?.field).toBe('low');
    expect(wrenchDoubt(400, 25_000)?.field).toBe('high');
  });

  test('all of it is asked at once, and taken when it was looked at', () => {
    const doubts = [null, { field: 'a', text: 'One.' }, { field: 'b', text: 'Two.' }];
    expect(() => askAbout(doubts)).toThrow(
      expect.objectContaining({
        code: 'confirm',
        field: 'a',
        message: expect.stringMatching(/^One\. Two\. Look/),
      }),
    );
    expect(() => askAbout(doubts, true)).not.toThrow();
    expect(() => askAbout([null], false)).not.toThrow();
  });
});

test('heights that slipped are not kept unasked, and what was confirmed is no part of the record', () => {
  const set = {
    orderId: '00000000-0000-4000-a000-000000000009',
    occasion: 'as came',
    method: 'hub',
    upperPoint: 'fender lip',
    tires: '265/70R17',
    pressureDone: true,
    floorLevel: true,
    steeringStraight: true,
    load: '',
    unit: 'mm',
    readings: { LF: ['54'], RF: ['541'], LR: ['560'], RR: ['561'] },
    confirmed: false,
  } as const;
  const state = foldOrder([], null);
  const facts = { mover: { commandId: 'c' } } as never;
  const input = structuredClone(set) as never;
  expect(() => makeMove('heights.record', state, input, facts)).toThrow(
    expect.objectContaining({ code: 'confirm', field: 'readings.LF' }),
  );
  const made = makeMove('heights.record', state, { ...set, confirmed: true } as never, facts);
  expect(made.entries[0]!.data).not.toHaveProperty('confirmed');
});

test.each([
  ['21,5', 'in', 546.1],
  ['21.5', 'in', 546.1],
  ['21 1/2', 'in', 546.1],
  ['54,1 cm', 'in', 541],
  ['541', 'mm', 541],
] as const)('a tape reads %s (%s)', (typed, unit, mm) => {
  expect(parseTape(typed, unit)).toBeCloseTo(mm, 6);
});

describe('a figure is read in the unit somebody thinks in', () => {
  test.each([
    ['1 h', 'min', 'whole', 60],
    ['1:30', 'min', 'whole', 90],
    ['1 h 30', 'min', 'whole', 90],
    ['1,5 h', 'min', 'whole', 90],
    ['45', 'min', 'whole', 45],
    ['45 min', 'min', 'whole', 45],
    ['90 min', 'h', 'any', 1.5],
    ['2 in', 'mm', 'any', 50.8],
    ['1 1/2"', 'mm', 'any', 38.1],
    ['5 cm', 'mm', 'any', 50],
    ['900 lb', 'kg', 'any', 408.233133],
    ['12,400 km', 'km', 'whole', 12400],
    ['2 in', 'mm', 'whole', null],
    ['3 feet', 'mm', 'any', null],
    ['h', 'min', 'any', null],
    ['1:75', 'min', 'any', null],
  ] as const)('%s in a field of %s (%s)', (typed, unit, kind, figure) => {
    expect(readFigure(typed, kind, unit)).toEqual(figure);
  });
});
