import { foldOrder } from '@/contracts/fold';
import { inputOf } from '@/core/calc/describe';
import type { FieldShape } from '@/core/calc/field-words';
import { pricedBy } from '@/core/planner/price-book';
import { freshPart } from '@/core/planner/plan-part';
import { add } from '@/core/planner/consequences/cure';
import { readTarget, targetsOf } from '@/core/stance/targets';
import { PARTS } from '../../demo/catalog';
import { CAME_HEIGHTS, entryOf } from '../support/entries';

const part = (
  id: string,
  kind: string,
  end: string,
  set: Record<string, number>,
  cost: number,
  minutes: number,
) =>
  ({
    ...freshPart(kind as never, end as never, id, set),
    cost,
    minutes,
    requires: [],
    excludes: [],
  }) as never;

describe('what a cure or a school costs is what the shop’s own catalog asks', () => {
  const catalog = [
    part('a', 'block', 'rear', { t: 25 }, 9_000, 100),
    part('b', 'block', 'rear', { t: 76 }, 15_000, 150),
    part('c', 'strutSpacer', 'front', { t: 30 }, 12_000, 180),
  ];
  const wanted = (t: number) => freshPart('block', 'rear', 'x', { t });

  test('the one of its kind that is set nearest', () => {
    expect(pricedBy(catalog, wanted(30))).toMatchObject({
      id: 'x',
      set: { t: 30 },
      cost: 9_000,
      minutes: 100,
    });
    expect(pricedBy(catalog, wanted(70))).toMatchObject({ cost: 15_000, minutes: 150 });
  });

  test('without one of its kind there is no price, whatever it came with', () => {
    const made = {
      ...(add('wedge', 'rear', { deg: 2 }, 'Wedges') as { part: object }).part,
      id: 'w',
    } as never;
    expect(pricedBy(catalog, made)).toMatchObject({ cost: 0, minutes: 60 });
    expect(pricedBy([], { ...wanted(30), cost: 5_000 })).toMatchObject({ cost: 0 });
    // At the other end it is another part.
    expect(pricedBy(catalog, freshPart('strutSpacer', 'rear', 'x'))).toMatchObject({ cost: 0 });
  });

  test('the demo’s catalog has a price for what it sells', () => {
    expect(PARTS.length).toBeGreaterThan(10);
    expect(PARTS.every((one) => Number.isInteger(one.cents))).toBe(true);
  });
});

describe('a target is a height or a lift', () => {
  test.each([
    ['571 mm', 'in', { height: 571 }],
    ['22 1/2', 'in', { height: 571.5 }],
    ['+50', 'mm', { lift: 50 }],
    ['+ 50 mm', 'in', { lift: 50 }],
    ['+2', 'in', { lift: 50.8 }],
    ['-1 1/2', 'in', { lift: -38.1 }],
    ['−40 mm', 'mm', { lift: -40 }],
  ] as const)('%s (%s)', (typed, unit, target) => {
    const read = readTarget(typed, unit) as Record<string, number>;
    for (const [key, mm] of Object.entries(target)) expect(read[key]).toBeCloseTo(mm, 6);
    expect(Object.keys(read)).toEqual(Object.keys(target));
  });
  test('what does not read is refused', () => {
    expect(() => readTarget('+', 'mm')).toThrow();
    expect(() => readTarget('+high', 'mm')).toThrow();
  });

  test('a lift counts from how it came, and is no height before that is measured', () => {
    const targets = { front: '+50 mm', rear: '560 mm', unit: 'mm', method: 'hub' };
    const intake = entryOf(1, 'intake', { number: 1, orderKind: 'job', odometer: { unread: 'x' }, targets });
    expect(targetsOf(foldOrder([intake], null))).toEqual({ front: null, rear: 560 });
    const measured = foldOrder([intake, entryOf(2, 'heights', CAME_HEIGHTS)], null);
    const came = measured.heights[0]!.mm;
    expect(targetsOf(measured).front).toBeCloseTo((came.LF + came.RF) / 2 + 50, 6);
    expect(targetsOf(measured).rear).toBe(560);
  });
});

describe('a field of a calculator says its own unit', () => {
  const units = (shape: FieldShape, at = ''): Record<string, string> => {
    const here = [at, shape.id].filter(Boolean).join('.');
    if (shape.kind === 'group') return Object.assign({}, ...shape.fields.map((one) => units(one, here)));
    if (shape.kind === 'list') return units(shape.item, at);
    return shape.kind === 'number' ? { [here]: shape.unit } : {};
  };
  test.each([
    ['load.left', { 'curb.front': 'kg', 'rating.rear': 'kg', 'rating.gross': 'kg', wheelbase: 'mm' }],
    [
      'alignment.verdict',
      { 'spec.front.camber.min': '°', 'spec.rear.toeTotal.max': '°', 'spec.front.setback': 'mm' },
    ],
    ['load.shift', { 'wheelRate.LF': 'N/mm', 'track.front': 'mm' }],
    ['wheel.fit', { 'old.rimWidthIn': 'in' }],
    ['heights.compare', { 'before.RR': 'mm', 'claimed.front': 'mm' }],
  ])('%s', (name, expected) => {
    expect(units(inputOf(name))).toMatchObject(expected);
  });
});
