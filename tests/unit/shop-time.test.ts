import {
  WEEKDAYS,
  clockOf,
  daysBetween,
  fromShopTime,
  shopClock,
  shopDay,
  shopInput,
} from '@/core/units/shop-time';
import { weekdayOf } from '@/core/schedule/calendar';

const ZONE = 'America/Denver';

test('what is typed in the shop comes back as it was typed, all year and over both clock changes', () => {
  for (let day = 0; day < 365; day += 1) {
    const date = new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10);
    for (const clock of ['00:05', '08:00', '12:30', '23:55'])
      expect(shopInput(fromShopTime(`${date}T${clock}`, ZONE), ZONE)).toBe(`${date}T${clock}`);
  }
});

test('an instant late in the evening belongs to the shop’s own day, not to that of another zone', () => {
  expect(shopDay('2026-04-15T03:00:00.000Z', ZONE)).toBe('2026-04-14');
  expect(shopClock('2026-04-15T03:00:00.000Z', ZONE)).toBe('21:00');
  expect(shopDay('2026-04-15T03:00:00.000Z', 'Asia/Tokyo')).toBe('2026-04-15');
});

test('days are whole across the change of the clock', () => {
  expect(daysBetween('2026-03-07', '2026-03-09')).toBe(2);
  expect(daysBetween('2026-11-02', '2026-10-31')).toBe(-2);
});

test('a clock and a weekday by number', () => {
  expect([0, 480, 725, 1439].map(clockOf)).toEqual(['00:00', '08:00', '12:05', '23:59']);
  expect(WEEKDAYS[weekdayOf('2026-04-14') - 1]).toBe('Tue');
  expect(WEEKDAYS[weekdayOf('2026-04-19') - 1]).toBe('Sun');
});
