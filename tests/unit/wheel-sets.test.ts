import fc from 'fast-check';
import { dialWhenDriven } from '@/core/follow-up/across-sets';
import { wheelNutsDoubt } from '@/core/doubts';
import { dialFactorBySize, setAgainst, wheelText } from '@/core/ledger/wheel-compare';
import { type WheelSet, nutSpecs } from '@/core/ledger/wheel-set';

const set = (more: Partial<WheelSet> = {}): WheelSet => ({
  id: 'one',
  name: 'summer',
  tires: 'LT245/75R17',
  rimWidthIn: 7.5,
  offsetMm: 30,
  nm: 150,
  source: 'wheel sheet, page 2',
  dialFactor: 1,
  dialFrom: 'as made',
  gone: false,
  ...more,
});

const near = (got: number, wanted: number) =>
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(wanted)));

const factor = fc.double({ min: 0.8, max: 1.2, noNaN: true });
const distance = fc.double({ min: 1, max: 5000, noNaN: true });

describe('a distance driven over several wheel sets', () => {
  test('without a change it is the distance over the factor', () => {
    fc.assert(
      fc.property(distance, factor, (far, by) => {
        near(dialWhenDriven(40_000, far, by, []), 40_000 + far / by);
      }),
    );
  });

  test('each stretch of the dial counts by the set that ran it', () => {
    // 100 on the dial are 100 on the first set, and the other 100 are 80 on the second.
    near(dialWhenDriven(1000, 180, 1, [{ odometer: 1100, dialFactor: 0.8 }]), 1200);
    fc.assert(
      fc.property(
        distance,
        factor,
        factor,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (far, a, b, share) => {
          const at = (far * share) / a;
          const due = dialWhenDriven(0, far, a, [{ odometer: at, dialFactor: b }]);
          near(at * a + (due - at) * b, far);
        },
      ),
    );
  });

  test('a change after it was due moves nothing, and one to the same factor moves nothing', () => {
    fc.assert(
      fc.property(distance, factor, factor, (far, a, b) => {
        const due = dialWhenDriven(0, far, a, []);
        near(dialWhenDriven(0, far, a, [{ odometer: due + 1, dialFactor: b }]), due);
        near(dialWhenDriven(0, far, a, [{ odometer: due / 2, dialFactor: a }]), due);
      }),
    );
  });

  test('a change nobody read the dial at makes it due no later', () => {
    fc.assert(
      fc.property(distance, factor, factor, (far, a, b) => {
        const due = dialWhenDriven(0, far, a, [{ odometer: null, dialFactor: b }]);
        expect(due).toBeLessThanOrEqual(far / a + 1e-9);
        near(due, far / Math.max(a, b));
      }),
    );
  });
});

describe('a wheel set', () => {
  test('is written as people write a wheel', () => {
    expect(wheelText(set())).toBe('17 x 7.5, offset 30');
    expect(wheelText(set({ offsetMm: -12 }))).toBe('17 x 7.5, offset -12');
    expect(wheelText(set({ rimWidthIn: null, offsetMm: null }))).toBe('');
  });

  test('sits against another by rim, offset and width; its mirror image against it', () => {
    const wide = set({ tires: 'LT285/70R17', rimWidthIn: 8.5, offsetMm: 10 });
    const there = setAgainst(set(), wide)!;
    // 40 mm wider and 20 mm less offset: nothing toward the strut, all of it toward the fender.
    near(there.inward, 0);
    near(there.outward, 40);
    near(there.taller, 2 * (285 * 0.7 - 245 * 0.75));
    const back = setAgainst(wide, set())!;
    for (const way of ['inward', 'outward', 'taller'] as const) near(back[way], -there[way]);
    expect(setAgainst(set({ offsetMm: null }), wide)).toBeNull();
  });

  test('has a dial factor by the size of its tires, from a set whose factor is known', () => {
    near(dialFactorBySize(set(), 'LT245/75R17'), 1);
    const taller = dialFactorBySize(set({ dialFactor: 1.02 }), 'LT285/70R17');
    near(taller, (1.02 * (17 * 25.4 + 2 * 285 * 0.7)) / (17 * 25.4 + 2 * 245 * 0.75));
  });

  test('gives its nuts at all four corners its value with where it is written, and none where none is entered', () => {
    const specs = nutSpecs(set());
    expect([...specs.keys()].sort()).toEqual([
      'front.left.wheel-nuts',
      'front.right.wheel-nuts',
      'rear.left.wheel-nuts',
      'rear.right.wheel-nuts',
    ]);
    expect(specs.get('rear.left.wheel-nuts')).toEqual({
      nm: 150,
      source: 'wheel sheet, page 2, kept with the wheel set summer',
    });
    expect(nutSpecs(set({ nm: null })).size).toBe(0);
  });

  test('a torque no wheel nut goes by is asked about', () => {
    expect(wheelNutsDoubt(150, 'torque')).toBeNull();
    expect(wheelNutsDoubt(15, 'torque')).toMatchObject({
      field: 'torque',
      text: expect.stringContaining('15 N·m'),
    });
  });
});
