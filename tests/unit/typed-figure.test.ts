import fc from 'fast-check';
import { readMeasure } from '@/core/planner/read-measure';
import { attempt } from '@/core/refusal';
import { readAngle, readFigure } from '@/core/units/typed-figure';
import { withoutSecrets } from '@/ui/draft';

describe('a figure as people type it', () => {
  it.each([
    ['12', 12],
    [' 12 ', 12],
    ['-0.5', -0.5],
    ['−0,5', -0.5],
    ['+3', 3],
    ['.5', 0.5],
    [',5', 0.5],
    ['12.', 12],
    ['1 1/2', 1.5],
    ['1-1/2', 1.5],
    ['3/4', 0.75],
    ['½', 0.5],
    ['2½', 2.5],
    ['-1 1/2', -1.5],
    ['12,400.5', 12400.5],
    ['1,234,567', 1234567],
    ['12 400', 12400],
    ['12’400', 12400],
  ])('reads %p as %p', (text, figure) => expect(readFigure(text)).toBe(figure));

  it.each([
    '',
    'long',
    '1,2,3',
    '1.2.3',
    '1/0',
    '1e3',
    '0x10',
    '--1',
    '1 2',
    '12,40 0',
    'NaN',
    'Infinity',
    '1½½',
  ])('does not guess at %p', (text) => expect(readFigure(text)).toBeNull());

  it('does not guess whether 1,200 is twelve hundred, save where only whole figures make sense', () => {
    expect(readFigure('1,200')).toBeNull();
    expect(readFigure('1,200', 'whole')).toBe(1200);
    expect(readFigure('1.5', 'whole')).toBeNull();
    expect(readFigure('1 1/2', 'whole')).toBeNull();
    expect(readFigure('3.0', 'whole')).toBe(3);
  });

  it('takes the unit that belongs there, and no other', () => {
    expect(readFigure('12,400 km', 'whole', 'km')).toBe(12400);
    expect(readFigure('12 KM', 'whole', 'km')).toBe(12);
    expect(readFigure('12 mi', 'whole', 'km')).toBeNull();
    expect(readFigure('km', 'whole', 'km')).toBeNull();
  });

  it('reads every figure it could have written, with a point or a comma', () => {
    const figure = fc.integer({ min: -99_999, max: 99_999 }).map((whole) => whole / 100);
    fc.assert(
      fc.property(figure, (value) => {
        const text = value.toFixed(2);
        expect(readFigure(text)).toBe(value === 0 ? Number(text) : value);
        expect(readFigure(text.replace('.', ','))).toBe(value === 0 ? Number(text) : value);
      }),
    );
  });

  it('reads nothing as a figure that the machine does not, and never throws', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const read = readFigure(text);
        expect(read === null || Number.isFinite(read)).toBe(true);
      }),
    );
  });
});

describe('an angle', () => {
  it.each([
    ['0.25°', 0.25],
    ['-0,25', -0.25],
    ["1°30'", 1.5],
    ['1°30′', 1.5],
    ['−2°15', -2.25],
    ['1 1/2', 1.5],
  ])('reads %p as %p', (text, degrees) => expect(readAngle(text)).toBe(degrees));

  it.each(["1°60'", 'steep', '1°1°', "30'"])('does not guess at %p', (text) =>
    expect(readAngle(text)).toBeNull(),
  );
});

describe('what of a form may lie on the device', () => {
  it('is everything but its secrets, however deep they lie', () => {
    const typed = {
      name: 'Ilse',
      pin: '4711',
      owner: { name: 'Odalys', password: 'long and secret', deeper: { pin: '1' } },
      lines: [{ pin: 'of a hinge' }],
      none: null,
    };
    expect(withoutSecrets(typed, new Set(['pin', 'owner.password', 'owner.deeper.pin']))).toEqual({
      name: 'Ilse',
      owner: { name: 'Odalys', deeper: {} },
      lines: [{ pin: 'of a hinge' }],
      none: null,
    });
  });
});

describe('a measure of a car', () => {
  const length = { unit: 'mm' as const };
  const signed = { unit: 'deg' as const, anySign: true };
  it.each([
    ['1 3/16', length, 30.1625],
    ['30 mm', length, 30],
    ['-2,5°', signed, -2.5],
    ['−1 1/2', signed, -1.5],
    ['12 N/mm', { unit: 'N/mm' as never }, 12],
  ])('%p reads', (typed, def, value) => expect(readMeasure(typed, def, 'in')).toBeCloseTo(value, 9));

  it.each([
    ['-3', length],
    ['--3', signed],
    ['-3', { unit: 'deg' as const }],
    ['1,200', signed],
    ['long', length],
    ['', signed],
  ])('%p is refused, and not guessed at', (typed, def) =>
    expect(attempt(() => readMeasure(typed, def, 'in')).ok).toBe(false),
  );
});
