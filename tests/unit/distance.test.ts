import { convertDistance, distanceText, odometerText } from '@/core/units/distance';

describe('distances', () => {
  test.each([
    [61_340.4, 'mi', '61,340 mi'],
    [999.5, 'km', '1,000 km'],
    [0, 'km', '0 km'],
  ] as const)('%s %s is written %s', (value, unit, text) => expect(distanceText(value, unit)).toBe(text));

  test('a dial is written as a distance, or with why nobody could read it', () => {
    expect(odometerText({ value: 12_345, unit: 'km' })).toBe(distanceText(12_345, 'km'));
    expect(odometerText({ unread: 'its display is dead' })).toBe('not read: its display is dead');
  });

  test('there and back is the same distance', () => {
    for (const value of [0, 1, 61_340.4]) {
      expect(convertDistance(value, 'mi', 'mi')).toBe(value);
      expect(convertDistance(convertDistance(value, 'mi', 'km'), 'km', 'mi')).toBeCloseTo(value, 9);
    }
    expect(convertDistance(100, 'mi', 'km')).toBeCloseTo(160.9344, 9);
  });
});
