import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import fc from 'fast-check';
import { longDay, shopClock, shopDay, shopInput, shopMoment, shortDay } from '@/core/units/shop-time';

const ZONES = ['America/Denver', 'Europe/Zurich', 'Asia/Kathmandu', 'Pacific/Auckland', 'UTC'];

test('every instant reads in each zone as a zoned date of the date library does, over every change of the clocks', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date('1971-01-02'), max: new Date('2099-12-30'), noInvalidDate: true }),
      fc.constantFrom(...ZONES),
      (instant, zone) => {
        const zoned = new TZDate(instant.getTime(), zone);
        expect([
          shopDay(instant, zone),
          shopClock(instant, zone),
          longDay(instant, zone),
          shopMoment(instant, zone),
          shopInput(instant, zone),
        ]).toEqual(
          ['yyyy-MM-dd', 'HH:mm', 'EEEE d MMMM', 'EEE d MMM yyyy, HH:mm', "yyyy-MM-dd'T'HH:mm"].map((shape) =>
            format(zoned, shape),
          ),
        );
      },
    ),
    { numRuns: 600, seed: 20260414 },
  );
  expect(shortDay('2026-04-16')).toBe('Thu 16 Apr');
});
