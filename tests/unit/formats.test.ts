import fc from 'fast-check';
import { type CsvPart, readPartsCsv, writePartsCsv } from '@/core/formats/parts-csv';
import { moneyText, readMoney } from '@/core/units/money';
import { chooseBuild, vinWarning, whyNotBuild } from '@/core/vehicle-facts';

describe('parts as CSV', () => {
  const part = fc.record({
    code: fc.stringMatching(/^[A-Z]{2}-\d{1,3}$/),
    name: fc.stringMatching(/^[=+@a-z-][a-z ,"]{0,20}[a-z]$/),
    kind: fc.constantFrom('block' as const, 'coil' as const),
    end: fc.constantFrom('front', 'rear'),
    set: fc.dictionary(fc.constantFrom('t', 'free', 'rate'), fc.integer({ min: -50, max: 500 })),
    cents: fc.integer({ min: 0, max: 100_000 }),
    minutes: fc.integer({ min: 0, max: 500 }),
    claimed: fc.option(fc.integer({ min: -90, max: 90 }), { nil: null }),
    ratedLeast: fc.option(fc.integer({ min: 0, max: 20 }), { nil: null }),
    ratedMost: fc.option(fc.integer({ min: 20, max: 90 }), { nil: null }),
    requires: fc.array(fc.stringMatching(/^[A-Z]{2}-\d$/), { maxLength: 3 }),
    excludes: fc.constant([] as string[]),
    kit: fc.option(fc.stringMatching(/^[A-Z][a-z]{3,8}$/), { nil: null }),
  });
  test('what goes out comes in again, formulas kept from running', () => {
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (parts) => {
        const csv = writePartsCsv(parts as CsvPart[]);
        expect(csv).not.toMatch(/(^|,|\n)"?[=+@-][a-z]/);
        expect(readPartsCsv(csv)).toEqual(parts);
      }),
    );
  });
  test('a line that does not read is named', () => {
    const [head, line] = writePartsCsv([
      {
        code: 'A',
        name: 'n',
        kind: 'block',
        end: 'rear',
        set: { t: 1 },
        cents: 1,
        minutes: 1,
        claimed: null,
        ratedLeast: null,
        ratedMost: null,
        requires: [],
        excludes: [],
        kit: null,
      },
    ]).split(/\r?\n/);
    expect(() => readPartsCsv(`${head}\n${line}\n${line!.replace('t=1', 't=x')}`)).toThrow(
      /Line 3, settings/,
    );
    expect(() => readPartsCsv('code,name\nA,b')).toThrow(/lacks/);
    expect(() => readPartsCsv(head!)).toThrow(/no part/);
  });
});

describe('what a car is', () => {
  test('a VIN’s check digit warns and never refuses', () => {
    expect(vinWarning('1M8GDM9AXKP042788')).toBeNull();
    expect(vinWarning('1M8GDM9AXKP042789')).toMatch(/check digit/);
    expect(vinWarning('1M8GDM9AXKP04278')).toMatch(/16/);
    expect(vinWarning('IM8GDM9AXKP042788')).toMatch(/no I, O or Q/);
    expect(vinWarning('')).toBeNull();
  });
  test('a kit’s build is chosen by facts, or every build says why not', () => {
    const builds = [
      { name: 'old', facts: [{ fact: 'modelYear' as const, from: 1996, to: 2012 }] },
      { name: 'rack', facts: [{ fact: 'steeringBox' as const, is: 'rack' }] },
    ];
    expect(chooseBuild(builds, { modelYear: '2004' }).build?.name).toBe('old');
    expect(chooseBuild(builds, { modelYear: '2015', steeringBox: 'rack' }).build?.name).toBe('rack');
    expect(chooseBuild(builds, { modelYear: '2015', steeringBox: 'front' }).reasons).toEqual([
      'old: it is for model years 1996 to 2012, this car is of 2015',
      'rack: it is for steering box rack, this car has front',
    ]);
    expect(whyNotBuild(builds[0]!.facts, {})).toMatch(/not written down/);
  });
  test('prices read as people type them', () => {
    expect(readMoney('$1,250.50')).toBe(125050);
    expect(readMoney('89,5')).toBe(8950);
    expect(readMoney('90')).toBe(9000);
    expect(readMoney('about ninety')).toBeNull();
  });
});

describe('a price', () => {
  test.each([
    [125_000, 'USD', '$1,250'],
    [239_858, 'USD', '$2,398.58'],
    [239_858, 'EUR', '2 398,58 €'],
    [5, 'EUR', '0,05 €'],
    [-1_250, 'EUR', '-12,50 €'],
    [239_858, 'SEK', '2 398,58 SEK'],
  ])('%i of %s is written as people write it there', (cents, currency, text) => {
    expect(moneyText(cents, currency).replace(/\u00a0/g, ' ')).toBe(text);
  });

  test('reads back as it is written', () => {
    for (const currency of ['USD', 'EUR', 'SEK', 'CHF'])
      for (const cents of [1, 99, 100, 12_345, 100_000, 239_858, 1_234_567_89])
        expect([currency, readMoney(moneyText(cents, currency))]).toEqual([currency, cents]);
  });
});
